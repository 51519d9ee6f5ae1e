/** Plans as iCalendar (RFC 5545) and CSV. The format itself is the package's. */
import ICAL from 'ical.js';
import Papa from 'papaparse';
import { channelPlaceOf } from '$core/charger/charger';
import { actsOf } from '$core/plan/acts';
import type { Plan } from '$core/plan/plan';
import { actWords, GOAL_WORDS, type Names } from '$core/plan/words';
import { taskOf } from '$core/request/task';
import type { Store } from '../../db/connect';
import { listChargers } from '../chargers/chargers';
import { allPacks } from '../packs/packs';

/** One act is shown so long, and announced so long before, min. */
const SHOWN_MIN = 5;
const ALARM_MIN = 5;

async function namesFor(db: Store, plan: Plan): Promise<Names> {
	const [packs, chargers] = await Promise.all([allPacks(db), listChargers(db)]);
	const packName = (id: string) => packs.find((p) => p.id === id)?.name ?? 'a pack that is gone';
	return {
		job: (id) => {
			const job = plan.jobs.find((j) => j.id === id);
			return job ? [job.packId, ...job.joined].map(packName).join(' + ') : 'a job that is gone';
		},
		channel: (id) => {
			const charger = chargers.find((c) => c.channels.some((ch) => ch.id === id));
			const channel = charger?.channels.find((ch) => ch.id === id);
			return charger && channel ? channelPlaceOf(charger, channel, chargers) : 'a channel that is gone';
		},
		clock: (at) => at
	};
}

const sentence = (words: string): string => words.slice(0, 1).toUpperCase() + words.slice(1);
const utc = (at: string) => ICAL.Time.fromJSDate(new Date(at), true);

/**
 * Every act of a plan as an event with an alarm. The same act has the same UID: brought in again,
 * it is moved and not doubled.
 */
export async function calendarOf(db: Store, plan: Plan, now: string): Promise<string> {
	const names = await namesFor(db, plan);
	const calendar = new ICAL.Component(['vcalendar', [], []]);
	calendar.updatePropertyWithValue('prodid', '-//Stack Tender//Plan//EN');
	calendar.updatePropertyWithValue('version', '2.0');
	const count = new Map<string, number>();
	for (const act of actsOf(plan.planned)) {
		const run = plan.planned.find((p) => p.jobId === act.jobId)!;
		const kind = `${act.jobId}-${act.kind.replace(' ', '-')}-${act.step}`;
		count.set(kind, (count.get(kind) ?? 0) + 1);
		const event = new ICAL.Component('vevent');
		event.updatePropertyWithValue('uid', `${plan.id}-${kind}-${count.get(kind)}@stack-tender`);
		event.updatePropertyWithValue('dtstamp', utc(now));
		event.updatePropertyWithValue('dtstart', utc(act.at));
		event.updatePropertyWithValue('duration', ICAL.Duration.fromSeconds(SHOWN_MIN * 60));
		event.updatePropertyWithValue('summary', sentence(actWords(act, run, names)));
		event.updatePropertyWithValue(
			'description',
			`${plan.name}. Stay with what charges; look before you plug.`
		);
		const alarm = new ICAL.Component('valarm');
		alarm.updatePropertyWithValue('action', 'DISPLAY');
		alarm.updatePropertyWithValue('description', sentence(actWords(act, run, names)));
		alarm.updatePropertyWithValue('trigger', ICAL.Duration.fromSeconds(-ALARM_MIN * 60));
		event.addSubcomponent(alarm);
		calendar.addSubcomponent(event);
	}
	return `${calendar.toString()}\r\n`;
}

/** One line for each stretch on a channel. */
export async function planCsv(db: Store, plan: Plan): Promise<string> {
	const names = await namesFor(db, plan);
	const rows = plan.planned.flatMap((run) =>
		run.spans.map((span) => {
			const job = plan.jobs.find((j) => j.id === run.jobId);
			return {
				pack: names.job(run.jobId),
				channel: names.channel(run.channelId),
				task: taskOf(span.task).name,
				'current / A': run.currentA,
				from: span.from,
				'likely over': span.likely,
				'kept until': span.to,
				'wanted by': job?.due ?? '',
				'in time': run.inTime ? 'yes' : 'no'
			};
		})
	);
	const left = plan.jobs
		.filter((j) => !plan.planned.some((p) => p.jobId === j.id))
		.map((j) => ({
			pack: names.job(j.id),
			task: GOAL_WORDS[j.goal],
			'wanted by': j.due ?? '',
			'in time': 'no'
		}));
	return `${Papa.unparse([...rows, ...left], { newline: '\r\n', columns: ['pack', 'channel', 'task', 'current / A', 'from', 'likely over', 'kept until', 'wanted by', 'in time'], escapeFormulae: true })}\r\n`;
}
