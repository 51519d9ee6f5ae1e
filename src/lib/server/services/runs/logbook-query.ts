/**
 * What the logbook may be asked, as one condition in SQL: the page, the totals and the months are
 * all of the same runs.
 */
import type { Run } from '$core/log/run';
import { END_REASONS } from '$core/pack/end-reason';
import type { EndOutcome } from '$core/log/end-judgement';
import { TASKS } from '$core/request/task';

export interface RunFilter {
	packId?: string;
	chargerId?: string;
	status?: Run['status'];
	task?: string;
	/** `well`, `otherwise`, or one of the reasons themselves. */
	end?: string;
	judged?: EndOutcome;
	/** First and last day, `YYYY-MM-DD`, both within, in the zone of the machine. */
	from?: string;
	to?: string;
	/** Words that all stand in its notes, its message, or the names of its packs and its charger. */
	text?: string;
	limit?: number;
	offset?: number;
}

const quoted = (words: readonly string[]): string =>
	words.map((w) => `'${w.replaceAll("'", "''")}'`).join(', ');
const LIMIT_ENDS_WELL = quoted(TASKS.filter((t) => t.limitEndsWell).map((t) => t.id));

/**
 * The run ended as its program meant it to; the same as `endedWell` in core, which a test holds
 * against it.
 */
export const WELL = `(r.endReason IN ('full', 'end voltage', 'temperature rise')
	OR (r.endReason IN ('timer', 'capacity limit') AND r.task IN (${LIMIT_ENDS_WELL})))`;

/** `%` and `_` of a person's own words stand for themselves. */
const like = (word: string): string => `%${word.replace(/[\\%_]/g, (c) => `\\${c}`)}%`;

/**
 * The beginning of a day in the zone of the machine, or of a day after it; undefined where none
 * is asked for or it is no day.
 */
function midnight(day: string | undefined, daysLater: number): Date | undefined {
	if (day === undefined) return undefined;
	const [year, month, date] = day.split('-').map(Number);
	const at = new Date(year, month - 1, date + daysLater);
	return Number.isNaN(at.getTime()) ? undefined : at;
}

/** Condition on `runs r`, with what it names. */
export function conditionOf(filter: RunFilter): {
	where: string;
	replacements: Record<string, string | Date>;
} {
	const parts = ['r.deletedAt IS NULL'];
	const replacements: Record<string, string | Date> = {};
	const is = (sql: string, name: string, value: string | Date | undefined) => {
		if (value === undefined) return;
		parts.push(sql);
		replacements[name] = value;
	};
	is(
		'r.id IN (SELECT runId FROM run_packs WHERE packId = :packId AND deletedAt IS NULL)',
		'packId',
		filter.packId
	);
	is('r.chargerId = :chargerId', 'chargerId', filter.chargerId);
	is('r.status = :status', 'status', filter.status);
	is('r.task = :task', 'task', filter.task);
	is('r.id IN (SELECT runId FROM run_judgements WHERE outcome = :judged)', 'judged', filter.judged);
	// Moments and not days: the runs of some weeks are found in the index by when they began.
	is('r.startedAt >= :from', 'from', midnight(filter.from, 0));
	is('r.startedAt < :to', 'to', midnight(filter.to, 1));
	if (filter.end === 'well') parts.push(`r.status = 'ended' AND ${WELL}`);
	else if (filter.end === 'otherwise') parts.push(`r.status = 'ended' AND NOT ${WELL}`);
	else if ((END_REASONS as readonly string[]).includes(filter.end ?? ''))
		is('r.endReason = :end', 'end', filter.end);
	(filter.text ?? '')
		.split(/\s+/)
		.filter(Boolean)
		.slice(0, 8)
		.forEach((word, k) =>
			is(
				`(r.notes LIKE :word${k} ESCAPE '\\' OR r.message LIKE :word${k} ESCAPE '\\'
				  OR r.chargerId IN (SELECT id FROM chargers WHERE name LIKE :word${k} ESCAPE '\\')
				  OR r.id IN (SELECT rp.runId FROM run_packs rp JOIN packs p ON p.id = rp.packId WHERE p.name LIKE :word${k} ESCAPE '\\'))`,
				`word${k}`,
				like(word)
			)
		);
	return { where: parts.join(' AND '), replacements };
}
