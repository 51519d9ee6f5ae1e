/** Whether packs that a person wants in one batch can be one, and if not, why, in words. */
import { millivolts, text } from '../quantity/format';
import type { ResolvedPractice } from '../practice/practice';
import { mayJoin, UNLIKE_TIMES } from '../simulate/joining/may-join';
import type { Member } from '../simulate/joining/member';
import { EPSILON_V, fits, widthV, type Fitting } from './fits';
import { pileItem } from './pile';

/**
 * The gravest reason why `members` cannot be held together; null where they can. `room` is how
 * many the largest board takes.
 * @param now ISO 8601, by which readings are old
 */
export function whyNotTogether(
	members: readonly Member[],
	fitting: Fitting,
	room: number,
	practice: ResolvedPractice,
	now: string
): string | null {
	const stop = mayJoin(members, practice, now).findings.find((f) => f.severity === 'stop');
	if (stop) return stop.sentence;
	if (members.length > room)
		return room > 1 ? `The largest board takes ${room} packs.` : 'There is no board for these.';
	const items = members.map(pileItem);
	if (fits(items, fitting)) return null;
	const apartV = widthV(items);
	if (apartV > fitting.windowV + EPSILON_V)
		// Rounded up: not as far apart as the window is wide, where it is said that they are further.
		return `They lie ${Math.ceil(1000 * apartV - 1e-6)} mV apart at one cell, and the window is ${text(millivolts(fitting.windowV))} wide.`;
	const ah = items.map((i) => i.capacityAh);
	if (Math.max(...ah) > UNLIKE_TIMES * Math.min(...ah))
		return `The largest holds more than ${UNLIKE_TIMES} times what the smallest does.`;
	return 'More than is gentle would flow as they meet: charge the lowest alone until it is nearer to the others.';
}
