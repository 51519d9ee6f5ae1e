import { storageNeedAh } from '../../../forecast/program-legs';
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
		const { stores } = r.taskData;
		// Storage by charge has no volts that end it.
		if (stores && storageNeedAh(r) !== null) return null;
		const v = stores ? settings.endVoltageV : settings.dischargeEndV;
		if (v === null || v >= hardFloorV - 1e-9) return null;
		const set = stores ? { endVoltageV: solved.endVoltageV } : { dischargeEndV: solved.dischargeEndV };
		const to = stores ? solved.endVoltageV : solved.dischargeEndV;
		return {
			sentence: `A discharge to ${text(volts(v))} per cell is below ${text(volts(hardFloorV))}, the loaded floor of ${r.chemistry.name}: cells are damaged there.`,
			fix: to === null ? undefined : { label: `Set ${text(volts(to))}`, kind: 'set', set }
		};
	}
};
