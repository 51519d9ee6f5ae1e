import { compensationV } from '../../../chemistry/compensation';
import { degrees, millivolts, text } from '../../../quantity/format';
import { type Rule } from '../../rule';

/** A shift that a charger's step can show, V per cell. */
const NOTICED_V = 0.01;

export const leadCompensation: Rule = {
	id: 'lead-compensation',
	title: 'Charge set by temperature',
	severity: 'note',
	protects: 'pack',
	when: 'charging',
	source: 'DIN 41773 and −3 to −5 mV/K per cell, from memory.',
	check({ r }) {
		const shift = compensationV(r.chemistry, r.warmestDegC);
		if (Math.abs(shift) < NOTICED_V) return null;
		const measured = r.reading?.temperatureDegC != null;
		return {
			sentence: `At ${text(degrees(r.warmestDegC))} the end moves by ${shift > 0 ? '+' : '−'}${text(millivolts(Math.abs(shift)))} a cell from 25 °C${measured ? '' : '; the air was taken for the battery: measure it'}.`
		};
	}
};
