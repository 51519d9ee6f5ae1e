import { amps, milliampHours, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';
import { paceCurrentsA } from '../pace-currents';

/**
 * Shares of the label at which a pack is called worn, and is retired (common practice, no
 * source).
 */
const WORN = 0.8;
const RETIRE = 0.6;

export const capacityWorn: Rule = {
	id: 'capacity-worn',
	title: 'Pack has lost capacity',
	severity: 'note',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		const measured = r.pack.measuredCapacityAh;
		if (measured === null || measured >= WORN * r.pack.capacityAh) return null;
		const paces = paceCurrentsA(r)
			.map((a) => text(amps(a)))
			.join(', ');
		return {
			severity: measured < RETIRE * r.pack.capacityAh ? 'check' : 'note',
			sentence: `It held ${text(milliampHours(measured))} of ${text(milliampHours(r.pack.capacityAh))} when last measured: rates count from what it held, not from the label: ${paces} at the gentle, the standard and the hurried pace. Near ${Math.round(100 * RETIRE)} % it is retired.`
		};
	}
};
