import { presentCapacityAh } from '../../../forecast/assume';
import { endForWeakestV } from '../../../forecast/weakest-cell';
import { text, volts } from '../../../quantity/format';
import { ceilToStep } from '../../../quantity/step';
import { PRACTICE, type Rule } from '../../rule';

/**
 * A light load, 1/h: the sum stands highest over its weakest cell when little is drawn (common
 * practice, no source).
 */
const LIGHT_C = 1;

export const modelCutoffLow: Rule = {
	id: 'model-cutoff-low',
	title: 'Its model cuts off too late for the weakest cell',
	severity: 'note',
	protects: 'pack',
	source: PRACTICE,
	check({ r, settings }) {
		const { modelCutoffV, cells } = r.pack;
		const { hardFloorV } = r.chemistry.voltages;
		// Said when the pack is made ready for use; one cell is its own sum.
		if (modelCutoffV === null || !r.taskData.fills || !r.chemistry.traits.cellsDiffer || cells < 2)
			return null;
		const levelled = settings.balance ? 'levelled' : 'filled';
		const leastV = ceilToStep(endForWeakestV(r, LIGHT_C * presentCapacityAh(r), levelled), 0.05);
		if (modelCutoffV >= leastV - 1e-9) return null;
		return {
			sentence: `Its model cuts off at ${text(volts(modelCutoffV))} a cell, ${text(volts(modelCutoffV * cells, 1))} in all, and looks at the sum alone: one cell may be under ${text(volts(hardFloorV))} before that. Set ${text(volts(leastV))} a cell, ${text(volts(leastV * cells, 1))}, or land by the clock.`,
			fix: { label: 'Change the cutoff', kind: 'go', to: 'edit pack' }
		};
	}
};
