import { cellVoltages } from '../../../pack/reading';
import { asks } from '../../../request/context';
import { text, volts } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

/** A cell this far above the end is not the meter's error, V. */
const BEYOND_V = 0.02;

export const endUnderPresentVolts: Rule = {
	id: 'end-under-present-volts',
	title: 'End of charge under what the pack has already',
	severity: 'check',
	protects: 'result',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings }) {
		if (!r.reading || !asks(r, 'endVoltageV') || r.taskData.stores || r.taskData.recovers) return null;
		const highest = Math.max(...cellVoltages(r.reading, r.pack.cells));
		if (highest <= settings.endVoltageV + BEYOND_V) return null;
		return {
			sentence: `The fullest cell has ${text(volts(highest))} already and the charge ends at ${text(volts(settings.endVoltageV))}: it would end at once.`
		};
	}
};
