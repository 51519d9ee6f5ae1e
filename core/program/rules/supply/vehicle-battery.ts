import { whose } from '../../../practice/practice';
import { PRACTICE, type Rule } from '../../rule';

export const vehicleBattery: Rule = {
	id: 'vehicle-battery',
	title: 'Charging from the vehicle',
	severity: 'check',
	protects: 'charger',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		if (!r.supply?.ofVehicle) return null;
		if (r.practice.values.fieldBattery === 'the vehicle')
			return {
				severity: 'note',
				sentence: `${r.supply.name} is the vehicle's battery, by ${whose(r.practice, 'fieldBattery')}: look at its volts now and then, and keep the engine off.`
			};
		return {
			sentence: `${r.supply.name} is the battery of a vehicle: drained, it does not start, and its engine's volts may be above what ${r.charger.name} takes.`,
			fix: {
				label: 'It is my practice',
				kind: 'practice',
				set: { fieldBattery: 'the vehicle' }
			}
		};
	}
};
