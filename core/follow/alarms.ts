/**
 * When a person is called to a run, and with what words: decided by the clock and by what was
 * answered before, nothing else.
 */
import { choice, moment, text, type ValuesOf } from '../quantity/field';
import type { Run } from '../log/run';

export const ALARM_KINDS = ['seen', 'connected', 'timer', 'end', 'presence'] as const;
export type AlarmKind = (typeof ALARM_KINDS)[number];

/** What a person answered to an alarm. */
export const ALARM_ANSWER = {
	kind: choice({ label: 'Alarm', options: ALARM_KINDS }),
	at: moment({ label: 'Answered' }),
	/** Not again before then; null: answered for good, or until it is due once more. */
	until: moment({ label: 'Not before', optional: true }),
	/** "all is normal", "unplugged". */
	said: text({ label: 'Said', least: 0, most: 200 })
} as const;
export type AlarmAnswer = ValuesOf<typeof ALARM_ANSWER>;

export interface AlarmRun extends Pick<
	Run,
	'id' | 'mode' | 'status' | 'startedAt' | 'endedAt' | 'endReason' | 'expectedMin' | 'expectedP95Min'
> {
	packName: string;
	/** The charger, and its channel where it has several. */
	where: string;
	timerMin: number | null;
	/** Whether the channel feels how warm the pack is. */
	hasProbe: boolean;
	/** What was seen on it over its link, oldest first. */
	seen: readonly { severity: 'warn' | 'stop'; sentence: string; stopped: boolean; at: string }[];
}

export interface AlarmHabits {
	/** A person is asked for after so long without an answer, min; 0: never. */
	everyMin: number;
	unplugOrder: 'balance lead first' | 'main lead first';
}

export interface Alarm {
	runId: string;
	kind: AlarmKind;
	/** When it fell due, ISO 8601. */
	since: string;
	sentence: string;
	/** What the press says that answers it. */
	answer: string;
}

const MINUTE = 60e3;
/** The timer is announced so long before it cuts, min (common practice, no source). */
const TIMER_AHEAD_MIN = 5;
/**
 * After an end that was answered, it is asked about again this much later, min (common practice,
 * no source).
 */
const END_AGAIN_MIN = 15;
/** A finished pack is asked about for so long; after that it is history, h. */
const CONNECTED_H = 12;

const plus = (at: string, minutes: number): string =>
	new Date(Date.parse(at) + minutes * MINUTE).toISOString();
const later = (a: string, b: string): string => (a > b ? a : b);

/** Alarms of one run at the moment `now` (ISO 8601), the most urgent first. */
export function alarmsOf(
	run: AlarmRun,
	answers: readonly AlarmAnswer[],
	habits: AlarmHabits,
	now: string
): Alarm[] {
	const lastOf = (kind: AlarmKind, among = answers) =>
		among.filter((a) => a.kind === kind).sort((a, b) => (a.at < b.at ? 1 : -1))[0] ?? null;
	/** What was put off was not answered: it is due as before, and silent until then. */
	const answered = (kind: AlarmKind) =>
		lastOf(
			kind,
			answers.filter((a) => a.until === null)
		);
	const alarms: Alarm[] = [];
	const add = (kind: AlarmKind, due: string, sentence: string, answer: string) => {
		const until = lastOf(kind)?.until;
		// What was seen after it was put off was not put off with it.
		if (now >= due && (kind === 'seen' || !(until && now < until)))
			alarms.push({ runId: run.id, kind, since: due, sentence, answer });
	};
	const who = `${run.packName} on ${run.where}`;
	const heeded = lastOf('seen');
	const heedless = heeded === null || (heeded.until !== null && now >= heeded.until);
	const unheeded = run.seen.filter((s) => heedless || s.at > heeded.at);
	const gravest = unheeded.find((s) => s.severity === 'stop') ?? unheeded[0];
	// Once it is over what was seen stands in the logbook; only what stopped it is told with the end.
	if (gravest && run.status !== 'ended') {
		const grave = gravest.severity === 'stop';
		add(
			'seen',
			gravest.at,
			`${who}: ${gravest.sentence}${grave ? (gravest.stopped ? ' The charger was told to stop.' : ' Stop it now.') : ''}`,
			grave ? 'I am dealing with it' : 'I have looked'
		);
	}
	if (run.status === 'ended') {
		const last = lastOf('connected');
		const over = run.endedAt !== null && now < plus(run.endedAt, CONNECTED_H * 60);
		if (run.endedAt && over && (last === null || last.until))
			add(
				'connected',
				run.endedAt,
				`${who} has ended${run.endReason ? `: ${run.endReason}` : ''}. If it is still connected, unplug it: ${habits.unplugOrder}, at the pack.`,
				'It is unplugged'
			);
		return alarms;
	}
	const byHand = run.mode === 'by hand';
	const toldOfTimer = lastOf('timer');
	if (byHand && run.timerMin !== null && (toldOfTimer === null || toldOfTimer.until !== null)) {
		const due = plus(run.startedAt, run.timerMin - TIMER_AHEAD_MIN);
		add(
			'timer',
			due,
			`The timer of ${run.timerMin} min cuts ${who} soon. Look whether it is near its end.`,
			'I have looked'
		);
	}
	if (byHand && run.expectedMin !== null) {
		const last = answered('end');
		const first = plus(run.startedAt, run.expectedMin);
		const again = plus(run.startedAt, Math.max(run.expectedMin, run.expectedP95Min ?? 0));
		const due = last ? later(again, plus(last.at, END_AGAIN_MIN)) : first;
		add(
			'end',
			due,
			`${who} should be at its end now: look at the screen, and write down how it ended.`,
			'It goes on'
		);
	}
	if (habits.everyMin > 0) {
		const since = later(run.startedAt, answered('presence')?.at ?? run.startedAt);
		const feel = run.hasProbe && !byHand ? '' : '; if all is normal, feel it with the back of your hand';
		add(
			'presence',
			plus(since, habits.everyMin),
			`Are you with ${who}? Look, listen and smell${feel}.`,
			'All is normal'
		);
	}
	return alarms;
}
