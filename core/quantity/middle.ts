/** The middle of some figures, which one that is far off does not move. */
import { median as middleOf } from 'd3-array';

/** Half of them are below; of an even number the mean of the two in the middle. NaN of none. */
export const median = (values: readonly number[]): number => middleOf(values) ?? NaN;

/** One of them that is in the middle: of an even number the higher of the two. NaN of none. */
export const upperMiddle = (values: readonly number[]): number =>
	values.toSorted((a, b) => a - b)[values.length >> 1] ?? NaN;
