/** What hands do in a plan, one thing after another. */
import type { PlannedRun } from './plan';

export interface Act {
	/** ISO 8601. */
	at: string;
	kind: 'begin' | 'go on' | 'next run' | 'leave off' | 'unplug';
	jobId: string;
	chargerId: string;
	channelId: string;
	/** The run that begins, counted from 0. */
	step: number;
	/** What is unplugged from the channel first, in the same visit. */
	firstOff: string | null;
	/** It is over by then as a rule: the plug can be pulled. */
	likely: boolean;
}

/** One act for both where the next begins on a channel so soon after the last is over, min. */
const SAME_VISIT_MIN = 20;

const minutes = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / 60e3;

/** All acts in the order in which they come. */
export function actsOf(planned: readonly PlannedRun[]): Act[] {
	const acts: Act[] = [];
	for (const run of planned) {
		const { jobId, chargerId, channelId, spans } = run;
		const of = { jobId, chargerId, channelId, firstOff: null };
		let step = 0;
		spans.forEach((span, n) => {
			const before = spans[n - 1];
			const same = before !== undefined && before.task === span.task;
			if (before && !same) step++;
			acts.push({
				...of,
				at: span.from,
				kind: n === 0 ? 'begin' : same ? 'go on' : 'next run',
				step,
				likely: false
			});
			const next = spans[n + 1];
			if (next && next.task === span.task)
				acts.push({ ...of, at: span.to, kind: 'leave off', step, likely: false });
			if (!next) acts.push({ ...of, at: span.likely, kind: 'unplug', step, likely: true });
		});
	}
	const sorted = acts.sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
	const merged = new Set<Act>();
	for (const act of sorted) {
		if (act.kind !== 'begin' && act.kind !== 'go on') continue;
		const off = sorted.find(
			(a) =>
				(a.kind === 'unplug' || a.kind === 'leave off') &&
				a.channelId === act.channelId &&
				a.jobId !== act.jobId &&
				!merged.has(a) &&
				minutes(a.at, act.at) >= 0 &&
				minutes(a.at, act.at) <= SAME_VISIT_MIN
		);
		if (!off) continue;
		merged.add(off);
		act.firstOff = off.jobId;
	}
	return sorted.filter((a) => !merged.has(a));
}
