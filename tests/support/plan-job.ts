/** A job of a plan as a person makes it when nothing more is said of it. */
import type { Job } from '../../core/plan/plan';

export const aJob = (packId: string, change: Partial<Job> = {}): Job => ({
	id: `j-${packId}`,
	packId,
	joined: [],
	goal: 'ready',
	due: null,
	notBefore: null,
	usedByThen: false,
	matters: 'wanted',
	pace: 'as it needs',
	channelId: null,
	startsAt: null,
	doneAt: null,
	why: '',
	...change
});
