import { holds } from '../../../charger/setting';
import { heldSetting } from '../../../request/context';
import { PRACTICE, type Rule } from '../../rule';

export const nominalFamilyWrong: Rule = {
	id: 'nominal-family-wrong',
	title: 'Nominal-voltage family set wrong',
	severity: 'check',
	protects: 'person',
	fire: true,
	source: PRACTICE,
	check({ r }) {
		const held = heldSetting(r, 'nominalV');
		if (
			!held ||
			held.heldValue === null ||
			!holds(held, held.heldValue) ||
			!r.chemistry.traits.inNominalFamilies
		)
			return null;
		const own = r.chemistry.voltages.nominalV;
		if (Math.abs(held.heldValue - own) < 0.01) return null;
		const higher = held.heldValue > own;
		return {
			severity: higher ? 'stop' : 'check',
			sentence: `${r.charger.name} is set to the ${held.heldValue.toFixed(1)} V family and ${r.chemistry.name} is ${own.toFixed(1)} V: it would ${higher ? 'overcharge the pack' : 'leave it part full and may count its cells wrong'}.`,
			fix: {
				label: `${own.toFixed(1)} V is keyed in now`,
				kind: 'hold',
				setting: 'nominalV',
				channelId: held.channelId,
				task: held.task,
				chemistry: held.chemistry,
				value: own
			}
		};
	}
};
