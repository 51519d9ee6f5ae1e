/**
 * Where the legs of a run begin, and which of them its safety timer would cut first: what a chart
 * of the run marks.
 */
import type { LegOutcome } from '../simulate/run-legs';

export interface LegMark {
	/** "2 · rest". */
	label: string;
	fromMin: number;
}

/**
 * The legs of a run of several, each with its number and when it begins; empty for a run of one.
 */
export function legMarks(legs: readonly Pick<LegOutcome, 'kind' | 'fromS'>[]): LegMark[] {
	if (legs.length < 2) return [];
	return legs.map((leg, i) => ({ label: `${i + 1} · ${leg.kind}`, fromMin: leg.fromS / 60 }));
}

/**
 * When the leg begins that a safety timer would cut, min: a timer counts anew in every leg, and
 * the longest with current is the one it may cut. 0 for a run of one leg.
 */
export function timedLegFromMin(legs: readonly Pick<LegOutcome, 'kind' | 'fromS' | 'timeS'>[]): number {
	const moving = legs.filter((l) => l.kind !== 'rest');
	if (moving.length === 0) return 0;
	return moving.reduce((a, b) => (b.timeS > a.timeS ? b : a)).fromS / 60;
}
