/**
 * What comes next for a pack whose run has just ended as it should. Common practice where no
 * source is named.
 */
import { chemistryOf } from '../chemistry/catalogue';
import type { TaskId } from '../charger/programs';
import type { EndOutcome } from '../log/end-judgement';
import type { Pack } from '../pack/pack';
import { resolvePractice, whose, type PracticeLayer } from '../practice/practice';
import { ordinaryTask, taskOf } from '../request/task';

export interface NextThing {
	/** One whole sentence. */
	sentence: string;
	/** The run that is proposed, to be programmed in one press; null where nothing is to be run. */
	task: TaskId | null;
}

const DAY_MS = 86400e3;
/** After a discharge it cools for so long before anything goes in, min. */
const COOLS_MIN = 30;

const after = (at: string, ms: number): string => new Date(Date.parse(at) + ms).toISOString();

/**
 * The next thing for a pack as its last run, a `task` that ended at `endedAt` (ISO 8601), left
 * it; null where the end is not to be believed or says itself what comes next, and for a pack out
 * of service. `when` writes a moment on the person's clock.
 */
export function nextThing(
	pack: Pack,
	task: TaskId,
	outcome: EndOutcome,
	endedAt: string,
	now: string,
	when: (at: string) => string,
	person: PracticeLayer = {}
): NextThing | null {
	if (outcome !== 'sound' || pack.condition !== 'in service') return null;
	const chemistry = chemistryOf(pack.chemistry);
	const practice = resolvePractice(person, pack.practice);
	const done = taskOf(task);
	const stores = chemistry.storage.kind !== 'none' && taskOf('storage').families.includes(chemistry.family);
	const fill = ordinaryTask(chemistry, pack.cells);
	if (done.fills) {
		if (!stores)
			return {
				sentence: chemistry.traits.mayPause
					? 'Ready for use. Lead is put away as it is now, full, and topped up every three months.'
					: 'Ready for use. What is not used soon loses charge by itself: charge it again before its next use.',
				task: null
			};
		const days = practice.values.storageAfterDays;
		const by = after(endedAt, days * DAY_MS);
		return now < by
			? {
					sentence: `Ready for use. If it is not used by ${when(by)}, bring it to storage: full for ${days} d at most, by ${whose(practice, 'storageAfterDays')}.`,
					task: 'storage'
				}
			: {
					sentence: `It has been full since ${when(endedAt)}, and ${days} d are the most by ${whose(practice, 'storageAfterDays')}: bring it to storage.`,
					task: 'storage'
				};
	}
	if (done.moves === 'out') {
		const cool = after(endedAt, COOLS_MIN * 60e3);
		const next = stores ? 'storage' : fill;
		const what = stores ? 'bring it to storage: it does not lie empty' : 'charge it: it does not lie empty';
		return {
			sentence: now < cool ? `Let it cool until ${when(cool)}, then ${what}.` : `It has cooled: ${what}.`,
			task: next
		};
	}
	if (task === 'storage')
		return {
			sentence: 'At storage: cool and dry, and read again in three months. Charge it before its next use.',
			task: null
		};
	return null;
}
