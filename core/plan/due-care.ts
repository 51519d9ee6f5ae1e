/**
 * What care a pack will ask for, and when: the jobs of an evening, and of a season. Common
 * practice where no source is named.
 */
import { maintenanceOf, type CheckHistory } from '../care/maintenance';
import { readinessOf } from '../care/readiness';
import { chemistryOf } from '../chemistry/catalogue';
import type { Pack } from '../pack/pack';
import type { PackState } from '../pack-state/pack-state';
import { resolvePractice, whose, type PracticeLayer } from '../practice/practice';
import { GOALS, type Goal } from './plan';

export interface CareItem {
	packId: string;
	/** What it takes; `read` and `resistance` are looks with a meter, no run. */
	goal: Goal | 'read' | 'resistance';
	/** When it is due, ISO 8601; past where it is overdue. */
	dueAt: string;
	why: string;
}

/** It takes a run, so that a plan has a place for it: readings with a meter have none. */
export const isWork = (item: CareItem): item is CareItem & { goal: Goal } =>
	(GOALS as readonly string[]).includes(item.goal);

export interface CarePack {
	pack: Pack;
	state: PackState;
	history: CheckHistory;
	/** When its resistance was last read, ISO 8601; null where it never was. */
	ohmsAt: string | null;
	/** Whether the person has what reads resistance: it was read of this pack or another. */
	readsOhms: boolean;
}

const DAY_MS = 86400e3;
const after = (at: string, days: number) => new Date(Date.parse(at) + days * DAY_MS).toISOString();

/** A pack that stands fuller than this ages as a full one does: at 4.0 V a lithium cell is so. */
const STANDS_HIGH = 0.7;
/** A pack in store is read again after so long, days: one that loses charge shows it by then. */
export const READ_AGAIN_DAYS = 91;
/** Resistance shows age before capacity does: it is read again after so long, days. */
export const OHMS_AGAIN_DAYS = 91;
/** A lead battery that stands is topped up after so long, days. */
export const TOP_UP_DAYS = 91;

/** Everything that this pack will ask for next, soonest first. Empty for one out of service. */
export function careDue(
	{ pack, state: known, history, ohmsAt, readsOhms }: CarePack,
	now: string,
	person: PracticeLayer = {}
): CareItem[] {
	if (known.condition.condition !== 'in service') return [];
	const chemistry = chemistryOf(pack.chemistry);
	const practice = resolvePractice(person, pack.practice);
	const items: CareItem[] = [];
	const add = (goal: CareItem['goal'], dueAt: string, why: string) =>
		items.push({ packId: pack.id, goal, dueAt, why });
	const readAt = known.lastReading?.at ?? null;
	const full = known.claim === 'full';
	if (known.charge === null) add('read', now, 'Never measured here.');
	else {
		const { state, soc } = readinessOf(pack, known, person);
		const since = [readAt, known.readBefore || readAt === null ? known.movedAt : null]
			.filter((at) => at !== null)
			.sort()
			.at(-1)!;
		const stores = chemistry.storage.kind !== 'none';
		if (stores && soc !== null && soc > STANDS_HIGH) {
			const most = practice.values.storageAfterDays;
			const what = full ? 'Full' : `About ${Math.round(100 * soc)} % full`;
			add(
				'storage',
				after(since, most),
				`${what} since ${known.readBefore ? 'its last run' : 'it was read'}; at most ${most} d by ${whose(practice, 'storageAfterDays')}.`
			);
		} else if (chemistry.traits.mayPause) {
			if (state !== 'ready' && state !== 'look')
				add('ready', now, 'Lead hardens when it does not stand full.');
			else if (state === 'ready') {
				add(
					'ready',
					after(history.filledAt ?? since, TOP_UP_DAYS),
					'Lead that stands is topped up every three months.'
				);
			}
		} else if (stores && state === 'low') add('storage', now, 'Low: it should not lie so.');
		if (stores && state === 'storage')
			add('read', after(since, READ_AGAIN_DAYS), 'In store: a cell that loses charge shows by then.');
	}
	if (ohmsAt !== null)
		add('resistance', after(ohmsAt, OHMS_AGAIN_DAYS), 'Resistance shows age first: read every three months.');
	else if (readsOhms)
		add('resistance', now, 'Its resistance was never read here: there is nothing to compare with.');
	const care = maintenanceOf(pack, full, history, now, person);
	if (care && known.charge !== null) {
		if (care.leftDays !== null) add('capacity check', after(now, Math.max(0, care.leftDays)), care.sentence);
	}
	return items.sort((a, b) => (a.dueAt < b.dueAt ? -1 : 1));
}

export interface SeasonMonth {
	/** First day of the month in UTC, ISO 8601. */
	month: string;
	items: CareItem[];
}

/** How often each kind of care comes again, days; a capacity check by the person's school. */
const AGAIN: Record<CareItem['goal'], number | null> = {
	storage: null,
	ready: TOP_UP_DAYS,
	discharge: null,
	read: READ_AGAIN_DAYS,
	resistance: OHMS_AGAIN_DAYS,
	'capacity check': null
};

/** The care of all packs over the next months, what comes again included. */
export function seasonOf(
	packs: readonly CarePack[],
	now: string,
	months: number,
	person: PracticeLayer = {}
): SeasonMonth[] {
	const from = new Date(now);
	const first = (n: number) =>
		new Date(Date.UTC(from.getUTCFullYear(), from.getUTCMonth() + n, 1)).toISOString();
	const until = first(months);
	const items: CareItem[] = [];
	for (const c of packs) {
		const practice = resolvePractice(person, c.pack.practice);
		const check = practice.values.maintenance === 'monthly' ? 30 : 91;
		for (const item of careDue(c, now, person)) {
			const every = item.goal === 'capacity check' ? check : AGAIN[item.goal];
			let at = item.dueAt < now ? now : item.dueAt;
			for (; at < until; at = after(at, every ?? Infinity)) {
				items.push({
					...item,
					dueAt: at,
					why: at === item.dueAt || item.dueAt < now ? item.why : 'Comes again.'
				});
				if (every === null) break;
			}
		}
	}
	return Array.from({ length: months }, (_, n) => ({
		month: first(n),
		items: items
			.filter((i) => i.dueAt < first(n + 1) && (n === 0 || i.dueAt >= first(n)))
			.sort((a, b) => (a.dueAt < b.dueAt ? -1 : 1))
	}));
}
