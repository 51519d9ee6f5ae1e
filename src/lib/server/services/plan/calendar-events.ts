/**
 * The events of an iCalendar file (RFC 5545) between two moments as attended hours. Runs in a
 * thread of its own: how long a file takes is in its own hand.
 */
import { CalendarDateTime, toZoned } from '@internationalized/date';
import ICAL from 'ical.js';
import type { Hours } from '$core/plan/plan';

export interface CalendarRequest {
	text: string;
	/** Unix time, ms. */
	fromMs: number;
	untilMs: number;
	/** IANA name for a zone that neither the file nor this machine knows; null: asked for. */
	zone: string | null;
	/** Events that are passed over, by their place in the file. */
	skip: readonly number[];
}
export type CalendarAnswer =
	| { kind: 'hours'; hours: Hours[]; skipped: string[] }
	| { kind: 'no calendar' }
	| { kind: 'unknown zone'; zone: string }
	| { kind: 'too many' };

/** Stretches that are taken from one file: more are no hours of a person. */
const MOST_HOURS = 2000;
const DAY_MS = 86400e3;
/** Periods of rules whose start may be moved by whole multiples without moving what follows, s. */
const PERIOD_S: Partial<Record<string, number>> = {
	SECONDLY: 1,
	MINUTELY: 60,
	HOURLY: 3600,
	DAILY: 86400,
	WEEKLY: 604800
};

/** Whether this machine knows a zone of this name. */
export function isZone(name: string): boolean {
	try {
		new Intl.DateTimeFormat('en', { timeZone: name });
		return true;
	} catch {
		return false;
	}
}

/** Unix time of a date of the file, ms; `zone` where the file does not define its own. */
function msOf(time: ICAL.Time, zone: string | null): number {
	if (zone === null) return time.toJSDate().getTime();
	const { year, month, day, hour, minute, second } = time;
	return toZoned(new CalendarDateTime(year, month, day, hour, minute, second), zone)
		.toDate()
		.getTime();
}

/**
 * Where the iteration of a recurring event may begin so that it reaches `fromMs` soon: some whole
 * periods after its start, never past what still lasts then.
 */
function beginsAt(
	component: ICAL.Component,
	start: ICAL.Time,
	startMs: number,
	fromMs: number,
	lastsMs: number
) {
	const rules = component.getAllProperties('rrule').map((p) => p.getFirstValue() as ICAL.Recur);
	const [rule] = rules;
	const periodS = rules.length === 1 && !rule.count ? PERIOD_S[rule.freq] : undefined;
	if (periodS === undefined) return start;
	const stepS = periodS * Math.max(1, rule.interval);
	// Two days more than it lasts, for zones and changes of the clock.
	const steps = Math.floor((fromMs - startMs - lastsMs - 2 * DAY_MS) / 1000 / stepS) - 1;
	if (steps <= 0) return start;
	const begin = start.clone();
	begin.addDuration(ICAL.Duration.fromSeconds(steps * stepS));
	return begin;
}

/**
 * All-day events and those that leave the person free say nothing of hours at the bench and are
 * passed over; one that cannot be read is too. `at` is told the place of each
 * event before it is looked at.
 */
export function hoursOfCalendar(request: CalendarRequest, at: (index: number) => void): CalendarAnswer {
	const { fromMs, untilMs } = request;
	let events: ICAL.Component[];
	let defined: ReadonlySet<string>;
	try {
		const calendar = new ICAL.Component(ICAL.parse(request.text) as never);
		if (calendar.name !== 'vcalendar') return { kind: 'no calendar' };
		events = calendar.getAllSubcomponents('vevent');
		defined = new Set(
			calendar.getAllSubcomponents('vtimezone').map((z) => String(z.getFirstPropertyValue('tzid')))
		);
	} catch {
		return { kind: 'no calendar' };
	}
	const hours: Hours[] = [];
	const skipped: string[] = [];
	for (const [index, component] of events.entries()) {
		if (request.skip.includes(index)) {
			skipped.push(String(component.getFirstPropertyValue('summary') ?? 'an event without a title'));
			continue;
		}
		at(index);
		try {
			const event = new ICAL.Event(component);
			if (event.isRecurrenceException() || event.startDate.isDate) continue;
			const says = (name: string) => String(component.getFirstPropertyValue(name) ?? '').toUpperCase();
			if (says('transp') === 'TRANSPARENT' || says('status') === 'CANCELLED') continue;
			const named = component.getFirstProperty('dtstart')?.getFirstParameter('tzid') || null;
			const foreign = named !== null && !defined.has(named);
			const zone = !foreign ? null : isZone(named) ? named : request.zone;
			if (foreign && zone === null) return { kind: 'unknown zone', zone: named };
			const keep = (start: ICAL.Time, end: ICAL.Time) => {
				const [a, b] = [Math.max(msOf(start, zone), fromMs), Math.min(msOf(end, zone), untilMs)];
				if (b <= a) return;
				hours.push({
					from: new Date(a).toISOString(),
					to: new Date(b).toISOString(),
					who: 'you',
					hands: true
				});
			};
			if (!event.isRecurring()) {
				keep(event.startDate, event.endDate);
				continue;
			}
			const startMs = msOf(event.startDate, zone);
			const lastsMs = Math.max(0, msOf(event.endDate, zone) - startMs);
			const each = event.iterator(beginsAt(component, event.startDate, startMs, fromMs, lastsMs));
			for (;;) {
				const next = each.next();
				if (!next || msOf(next, zone) >= untilMs) break;
				const { startDate, endDate } = event.getOccurrenceDetails(next);
				keep(startDate, endDate);
				if (hours.length > MOST_HOURS) return { kind: 'too many' };
			}
		} catch {
			// One event that cannot be read does not spoil the others.
		}
	}
	hours.sort((a, b) => (a.from < b.from ? -1 : 1));
	return { kind: 'hours', hours, skipped };
}
