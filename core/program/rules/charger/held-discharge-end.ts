import { holds } from '../../../charger/setting';
import { asks, heldSetting } from '../../../request/context';
import { PRACTICE, type Rule } from '../../rule';

export const heldDischargeEnd: Rule = {
	id: 'held-discharge-end',
	title: 'Charger holds another end of discharge',
	severity: 'check',
	protects: 'result',
	when: 'discharging',
	source: PRACTICE,
	check({ r, settings }) {
		// A storage run downward ends at its own voltage.
		if (!asks(r, 'dischargeEndV')) return null;
		const held = heldSetting(r, 'dischargeEndV');
		const wanted = settings.dischargeEndV;
		if (
			!held ||
			held.heldValue === null ||
			!holds(held, held.heldValue) ||
			wanted === null ||
			held.heldValue === wanted
		)
			return null;
		if (r.charger.asks.includes('dischargeEndV')) return null;
		const early = held.heldValue > wanted;
		return {
			sentence: `${r.charger.name} holds ${held.heldValue.toFixed(2)} V per cell as its end of discharge, this program wants ${wanted.toFixed(2)} V: it would ${early ? 'end early and show too little capacity' : 'go deeper than it should'}.`,
			fix: {
				label: `${wanted.toFixed(2)} V is keyed in now`,
				kind: 'hold',
				setting: 'dischargeEndV',
				channelId: held.channelId,
				task: held.task,
				chemistry: held.chemistry,
				value: wanted
			}
		};
	}
};
