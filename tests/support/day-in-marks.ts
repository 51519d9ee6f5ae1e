/** A day at the bench as a line of marks, for tests of placing jobs. */
import { TASTES, WEIGHTS, type Problem, type SlotJob, type Step } from '../../core/plan/problem';

/** `w` watched with hands, `o` watched by somebody who does not plug, `.` nobody. */
export function day(
	marks: string,
	jobs: Partial<SlotJob>[],
	step: Partial<Step> = {},
	change: Partial<Problem> = {}
): Problem {
	const slots = marks.length;
	const limit = (id: string, kind: 'channel' | 'hands' | 'pack' | 'power', cap: number) => ({
		id,
		name: id,
		kind,
		cap,
		taken: []
	});
	const whole: Step = { likely: 3, kept: 4, rest: 0, divisible: false, draws: [], stores: [], ...step };
	return {
		slotMin: 10,
		slots,
		watched: [...marks].map((m) => m !== '.'),
		hands: [...marks].map((m) => m === 'w'),
		limits: [
			limit('a', 'channel', 1),
			limit('hands', 'hands', 1),
			limit('p', 'pack', 1),
			limit('W', 'power', 100)
		],
		stores: [],
		jobs: jobs.map((job) => ({
			id: 'j',
			from: 0,
			due: null,
			weight: WEIGHTS.wanted,
			lateIsUseful: true,
			ways: [{ channel: 0, place: 0, holds: [2], steps: [whole], wear: 1 }],
			pinnedAt: null,
			...job
		})),
		handsLimit: 1,
		walk: 0,
		taste: TASTES.usual,
		...change
	};
}
