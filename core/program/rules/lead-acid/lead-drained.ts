import { firstPartOf } from '../../../forecast/first-part';
import { milliampHours, text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const leadDrained: Rule = {
	id: 'lead-drained',
	title: 'A drained lead battery is judged before it is filled',
	severity: 'check',
	protects: 'person',
	when: 'charging',
	source: PRACTICE,
	check({ r }) {
		const givenAh = firstPartOf(r)?.ah ?? null;
		const { lowRest } = r.chemistry.traits;
		if (givenAh === null || lowRest === null) return null;
		return {
			sentence: `Drained this far it may have a shorted cell as well: stay with it, ventilate, give it ${text(milliampHours(givenAh))} and read it an hour later. From ${text(volts(lowRest.ordinaryFromV))} a cell it goes on as usual, below it is retired.`
		};
	}
};
