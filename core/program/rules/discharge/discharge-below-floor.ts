import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const dischargeBelowFloor: Rule = {
	id: 'discharge-below-floor',
	title: 'Discharge below the floor',
	severity: 'stop',
	protects: 'pack',
	when: 'discharging',
	source: PRACTICE,
	check({ r, settings, solved }) {
		const { hardFloorV } = r.chemistry.voltages;
		const v = settings.dischargeEndV;
		if (v === null || v >= hardFloorV - 1e-9 || r.taskData.stores) return null;
		return {
			sentence: `A discharge to ${text(volts(v))} per cell is below ${text(volts(hardFloorV))}, the loaded floor of ${r.chemistry.name}: cells are damaged there.`,
			fix:
				solved.dischargeEndV === null
					? undefined
					: {
							label: `Set ${text(volts(solved.dischargeEndV))}`,
							kind: 'set',
							set: { dischargeEndV: solved.dischargeEndV }
						}
		};
	}
};
