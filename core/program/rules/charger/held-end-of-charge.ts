import { holds } from '../../../charger/setting';
import { text, volts } from '../../../quantity/format';
import { asks, heldSetting } from '../../../request/context';
import { PRACTICE, type Rule } from '../../rule';

export const heldEndOfCharge: Rule = {
	id: 'held-end-of-charge',
	title: 'Charger holds another end of charge',
	severity: 'check',
	protects: 'person',
	when: 'charging',
	fire: true,
	source: `${PRACTICE} The limit of a cell: IEC 62133-2 upper limit charging voltage, from memory.`,
	check({ r, settings }) {
		// A storage run goes to its own volts, which the charger keeps elsewhere.
		if (!asks(r, 'endVoltageV') || r.taskData.stores || r.taskData.recovers) return null;
		const held = heldSetting(r, 'endVoltageV');
		const wantedV = settings.endVoltageV;
		if (
			!held ||
			held.heldValue === null ||
			!holds(held, held.heldValue) ||
			Math.abs(held.heldValue - wantedV) < 1e-9
		)
			return null;
		if (r.charger.asks.includes('endVoltageV')) return null;
		const heldV = held.heldValue;
		const { cellMaxV } = r.chemistry.voltages;
		const over = heldV + r.channel.voltageAccuracyV > cellMaxV + 1e-9;
		const would =
			heldV < wantedV
				? 'it would end before the pack is as full as meant'
				: `it would fill each cell ${over ? `above the ${text(volts(cellMaxV))} limit` : 'further than meant'}`;
		const told = `${r.charger.name} holds ${text(volts(heldV))} a cell as its end of charge${held.chemistry === null ? ', whatever the chemistry' : ''}; this program wants ${text(volts(wantedV))}: ${would}`;
		if (held.fixed)
			return {
				severity: over ? 'stop' : 'check',
				sentence: `${told}. It cannot be changed there: use another channel for this pack.`
			};
		return {
			severity: over ? 'stop' : 'check',
			sentence: `${told}. Change it there before the start.`,
			fix: {
				label: `${text(volts(wantedV))} is keyed in now`,
				kind: 'hold',
				setting: 'endVoltageV',
				channelId: held.channelId,
				task: held.task,
				chemistry: held.chemistry,
				value: wantedV
			}
		};
	}
};
