import { floatAt } from '../../../chemistry/compensation';
import { packModel } from '../../../forecast/assume';
import { firstPartOf } from '../../../forecast/first-part';
import { afterwards } from '../../../simulate/afterwards';
import { milliampHours, text, volts } from '../../../quantity/format';
import type { Rule } from '../../rule';

/** A night on the charger, h. */
const NIGHT_H = 12;

export const leadFloat: Rule = {
	id: 'lead-float',
	title: 'What a lead battery takes on float',
	severity: 'note',
	protects: 'pack',
	when: 'charging',
	source: 'DIN 41773 for the float volts, from memory; the charge is simulated.',
	check({ r, settings, forecast }) {
		const end = r.chemistry.endOfCharge;
		const floatV = floatAt(r.chemistry, r.warmestDegC);
		if (end.kind !== 'absorption' || floatV === null || !forecast || r.task !== 'charge') return null;
		// One that is only judged is not full, and is not left.
		if (firstPartOf(r) !== null) return null;
		const upkeep = {
			kind: 'float',
			voltageV: floatV,
			mostA: settings.currentA,
			gassingA: end.floatC * r.pack.capacityAh
		} as const;
		const night = afterwards(packModel(r), forecast.best.endState, upkeep, NIGHT_H);
		return {
			sentence: `Left connected after the end it floats at ${text(volts(floatV))} a cell, ${text(volts(floatV * r.pack.cells))} in all: about ${text(milliampHours(night.chargeAh))} in a night, ${Math.round(night.currentA * 1000)} mA at its end. A charger that does not float must be taken off.`
		};
	}
};
