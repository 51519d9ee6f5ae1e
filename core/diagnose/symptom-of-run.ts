/**
 * What shows, by how a run ended, by what was seen on it, or by what stood against its start:
 * offered first, never decided.
 */
import type { WatchRule } from '../follow/watched';
import type { Contradiction } from '../log/check-evidence';
import type { EndOutcome } from '../log/end-judgement';
import type { Run } from '../log/run';
import type { SymptomId } from './symptom';

const BY_END: Partial<Record<NonNullable<Run['endReason']>, SymptomId>> = {
	timer: 'stopped-at-limit',
	'capacity limit': 'stopped-at-limit',
	temperature: 'hot-pack',
	'no main lead': 'no-pack',
	'cell error': 'cell-odd',
	count: 'count-differs',
	'input low': 'input',
	'charger hot': 'hot-charger',
	restarted: 'restarts',
	cancelled: 'first-screen',
	'link lost': 'restarts'
};
const BY_WATCH: Record<WatchRule, SymptomId> = {
	limit: 'ends-high',
	'cell falls': 'cells-part',
	'cells part': 'cells-part',
	'current rises': 'took-more',
	plug: 'hot-plug',
	starved: 'less-current',
	warm: 'hot-pack',
	overdue: 'goes-on'
};
const BY_CHECK: Record<Contradiction['rule'], SymptomId> = {
	'at the check: count': 'count-differs',
	'at the check: cells': 'cell-low',
	'at the check: wires': 'cell-odd',
	'at the check: main': 'no-pack',
	'at the check: moved': 'volts-odd',
	'at the check: input': 'input'
};

interface Seen {
	endReason: Run['endReason'];
	outcome: EndOutcome | null;
	family: 'lithium' | 'nickel' | 'lead';
	watched: readonly WatchRule[];
	against: readonly Contradiction['rule'][];
	/** A cell ended above what its kind may have. */
	cellTooHigh: boolean;
	/** Whether every cell of the check read zero. */
	cellsZero: boolean;
}

/** What shows, the likeliest first; empty where nothing is out of the way. */
export function symptomsOfRun(s: Seen): SymptomId[] {
	const out: SymptomId[] = [];
	for (const rule of s.against)
		out.push(rule === 'at the check: wires' && s.cellsZero ? 'cells-zero' : BY_CHECK[rule]);
	for (const rule of s.watched) out.push(BY_WATCH[rule]);
	if (s.cellTooHigh) out.push('ends-high');
	const byEnd = s.endReason ? BY_END[s.endReason] : undefined;
	if (byEnd) out.push(byEnd);
	const early =
		s.outcome === 'not what it says' && (s.endReason === 'full' || s.endReason === 'temperature rise');
	if (early) out.push(s.family === 'nickel' ? 'nickel-early' : 'few-mah');
	return [...new Set(out)];
}
