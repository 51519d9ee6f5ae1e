import { holds } from '../../../charger/setting';
import { heldSetting } from '../../../request/context';
import { milliampHours, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const heldTrickle: Rule = {
	id: 'held-trickle',
	title: 'Charger still holds a trickle current',
	severity: 'check',
	protects: 'person',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		const held = heldSetting(r, 'trickleA');
		if (
			!held ||
			held.heldValue === null ||
			!holds(held, held.heldValue) ||
			r.charger.asks.includes('trickleA')
		)
			return null;
		const most = r.chemistry.rates.trickleMaxC;
		if (most !== null && held.heldValue <= most * r.pack.capacityAh + 1e-9) return null;
		return {
			sentence: `${r.charger.name} holds a trickle of ${Math.round(held.heldValue * 1000)} mA, which ${most === null ? `${r.chemistry.name} must never get` : `is too much for ${text(milliampHours(r.pack.capacityAh))}`}: key in off first.`,
			fix: {
				label: 'Off is keyed in now',
				kind: 'hold',
				setting: 'trickleA',
				channelId: held.channelId,
				task: held.task,
				chemistry: held.chemistry,
				value: null
			}
		};
	}
};
