/**
 * Attended hours out of an iCalendar file: read beside the server, so that no file holds it up, and
 * without the events that never come to an end.
 */
import { once } from 'node:events';
import { LONGEST_PLAN_H, type Hours } from '$core/plan/plan';
import { OneAtATime } from '../../one-at-a-time';
import { done, refuse, type Result } from '../../result';
import { startThread } from '../../thread';
import { isZone, type CalendarAnswer, type CalendarRequest } from './calendar-events';

/** One event may take so long, its first part, and a file, ms; its place is looked at so often. */
const EVENT_MS = 1500;
const PARSE_MS = 10_000;
const FILE_MS = 30_000;
/** Files that wait while one is read. */
const MOST_WAITING = 4;
const files = new OneAtATime(MOST_WAITING);
const LOOK_MS = 100;

export interface CalendarHours {
	hours: Hours[];
	/** Titles of events whose recurrence could not be followed to its end. */
	leftOut: string[];
}

/** What a thread that is ended early leaves: its event, -1 before the first, null by its time. */
interface Stuck {
	kind: 'stuck';
	at: number | null;
}

/** The answer of one thread, or the place of the event at which it came to a stop. */
async function readBeside(request: CalendarRequest, untilMs: number): Promise<CalendarAnswer | Stuck> {
	const place = new Int32Array(new SharedArrayBuffer(4)).fill(-1);
	const worker = startThread('hours-worker', 'services/plan/hours-worker.ts', { request, place });
	let looking: ReturnType<typeof setInterval> | undefined;
	const stuck = new Promise<Stuck>((resolve) => {
		let [at, since] = [-1, performance.now()];
		looking = setInterval(() => {
			const now = Atomics.load(place, 0);
			if (now !== at) [at, since] = [now, performance.now()];
			// Before its first event the thread starts and the file is taken apart.
			if (performance.now() - since > (at < 0 ? PARSE_MS : EVENT_MS)) resolve({ kind: 'stuck', at });
			if (performance.now() > untilMs) resolve({ kind: 'stuck', at: null });
		}, LOOK_MS);
	});
	try {
		return await Promise.race([once(worker, 'message').then(([answer]) => answer as CalendarAnswer), stuck]);
	} finally {
		clearInterval(looking);
		void worker.terminate();
	}
}

/**
 * The events of an iCalendar file between two moments (ISO 8601), recurring ones each time they
 * come. `zone`: the IANA name of a zone that the file names and does not define.
 */
export async function hoursFrom(
	text: string,
	from: string,
	until: string,
	zone: string | null = null
): Promise<Result<CalendarHours>> {
	const [fromMs, untilMs] = [Date.parse(from), Date.parse(until)];
	if (!(untilMs > fromMs) || untilMs - fromMs > LONGEST_PLAN_H * 3600e3)
		return refuse(422, 'Say between which moments hours are wanted: ?from= and ?until=.');
	if (zone !== null && !isZone(zone)) return refuse(422, `There is no time zone of the name ${zone}.`);
	const read = await files.run(() => hoursWithin({ text, fromMs, untilMs, zone }));
	return read ?? refuse(503, 'Other calendars are being read: try again in a moment.');
}

async function hoursWithin(request: Omit<CalendarRequest, 'skip'>): Promise<Result<CalendarHours>> {
	const overMs = performance.now() + FILE_MS;
	const skip: number[] = [];
	while (performance.now() < overMs) {
		const answer = await readBeside({ ...request, skip }, overMs);
		switch (answer.kind) {
			case 'hours':
				return done({ hours: answer.hours, leftOut: answer.skipped });
			case 'no calendar':
				return refuse(422, 'This file is no iCalendar file.');
			case 'unknown zone': {
				const why = `Events of this file are in the time zone “${answer.zone}”, which neither the file nor this machine knows: say which one it is.`;
				return refuse(422, why, { zone: answer.zone });
			}
			case 'too many':
				return refuse(422, 'More events between these moments than a person has hours: look at the file.');
			case 'stuck':
				if (answer.at === null) break;
				if (answer.at < 0) return refuse(422, 'This file takes too long to read.');
				skip.push(answer.at);
		}
	}
	return refuse(
		422,
		'Events of this file come again in ways that take too long to follow: take them out of it.'
	);
}
