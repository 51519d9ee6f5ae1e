/** How a cycle is laid out: order, number and rests. */
import { whose } from '../../practice/practice';
import type { Resolved } from '../../request/context';
import { plainly, type Decision } from './decision';

/** Rest between legs, min (common practice, no source). */
const REST_MIN = 10;

export function decideRest(r: Resolved): Decision<'restMin'> {
	if (!r.taskData.repeats) return plainly('restMin', null, 'task', 'only a cycle rests.');
	return plainly('restMin', REST_MIN, 'practice', 'lets the pack cool and its volts settle.', 1);
}

export function decideCycles(r: Resolved): Decision<'cycles'> {
	if (!r.taskData.repeats) return plainly('cycles', null, 'task', 'only a cycle repeats.');
	return plainly('cycles', 1, 'practice', r.chemistry.traits.cycles.why, 1);
}

export function decideOrder(r: Resolved): Decision<'order'> {
	if (!r.taskData.repeats) return plainly('order', null, 'task', 'only a cycle has an order.');
	const { cycleOrder } = r.practice.values;
	const left =
		cycleOrder === 'up first'
			? 'empty: charge or store it at once'
			: r.chemistry.storage.kind === 'none'
				? 'full'
				: 'full: to put it away, discharge it and store it in place of a cycle';
	return plainly('order', cycleOrder, 'practice', `${whose(r.practice, 'cycleOrder')}; it ends ${left}.`);
}
