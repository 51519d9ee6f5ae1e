/**
 * When a pack's capacity is to be looked at again, in which runs, and which of them comes next.
 * Common practice, no source.
 */
import { chemistryOf } from '../chemistry/catalogue';
import type { TaskId } from '../charger/programs';
import type { Pack } from '../pack/pack';
import { resolvePractice, whose, type PracticeLayer, type ResolvedPractice } from '../practice/practice';
import { ordinaryTask } from '../request/task';

/** The runs that showed what the pack holds; ISO 8601, null where there was none. */
export interface CheckHistory {
	/** Last run that took it down to its end. */
	emptiedAt: string | null;
	/** Last charge that ended full. */
	filledAt: string | null;
}

export interface Maintenance {
	due: boolean;
	/** Days since the last check, or since first use; null when neither is known. */
	days: number | null;
	/** Days until it is due, 0 or less where it is; null where it never is. */
	leftDays: number | null;
	sentence: string;
	/** The runs of one check, in order. */
	steps: TaskId[];
	/** The one to do next, as the pack stands by its last reading. */
	next: TaskId;
}

const EVERY_DAYS = { monthly: 30, 'every 3 months': 91 };
const DAY_MS = 86400e3;

/** Lead is put away full and nickel part charged: there the last run fills it again. */
function stepsOf(pack: Pack, practice: ResolvedPractice): TaskId[] {
	const chemistry = chemistryOf(pack.chemistry);
	const fill = ordinaryTask(chemistry, pack.cells);
	const away: TaskId[] = chemistry.storage.kind === 'none' ? [] : ['storage'];
	if (practice.values.maintenanceOrder === 'charge, storage') return [fill, ...away];
	return [fill, 'discharge', ...(away.length ? away : [fill])];
}

/**
 * Whether, and why, the pack's capacity should be checked at the moment `now` (ISO 8601); null
 * for a pack out of service.
 */
export function maintenanceOf(
	pack: Pack,
	/** It stands full now. */
	full: boolean,
	history: CheckHistory,
	now: string,
	person: PracticeLayer = {}
): Maintenance | null {
	if (pack.condition !== 'in service') return null;
	const practice = resolvePractice(person, pack.practice);
	const { maintenance, maintenanceOrder } = practice.values;
	const steps = stepsOf(pack, practice);
	const next = steps[full && steps.length > 1 ? 1 : 0];
	const by = `by ${whose(practice, 'maintenance')}`;
	const { sparedChecks } = chemistryOf(pack.chemistry).traits;
	if (maintenance === 'lithium never' && sparedChecks)
		return {
			due: false,
			days: null,
			leftDays: null,
			sentence: `No capacity check on lithium, ${by}.`,
			steps,
			next
		};
	// Those who spare lithium check the others every three months.
	const every = maintenance === 'lithium never' ? 'every 3 months' : maintenance;
	const last = maintenanceOrder === 'charge, storage' ? history.filledAt : history.emptiedAt;
	const since = last ?? pack.firstUsedOn;
	if (since === null)
		return {
			due: true,
			days: null,
			leftDays: 0,
			sentence: `Capacity never checked here; ${every} ${by}.`,
			steps,
			next
		};
	const days = Math.floor((Date.parse(now) - Date.parse(since)) / DAY_MS);
	const due = days >= EVERY_DAYS[every];
	const past = last ? `Capacity checked ${days} d ago` : `Capacity never checked in ${days} d of use`;
	const left = EVERY_DAYS[every] - days;
	return {
		due,
		days,
		leftDays: left,
		sentence: `${past}; ${every} ${by}${due ? '' : `, in ${left} d`}.`,
		steps,
		next
	};
}
