import { purposeOf, taskIdOf } from '$core/request/task';
import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { refuse } from '$lib/server/result';
import { channelOffers } from '$lib/server/services/programs/channel-offers';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params, url }) => {
	const task = taskIdOf(url.searchParams.get('task') ?? 'charge');
	const purpose = purposeOf(url.searchParams.get('purpose') ?? 'standard');
	if (!task) return answer(refuse(422, 'There is no such task.', { task: 'There is no such task.' }));
	if (!purpose)
		return answer(refuse(422, 'There is no such purpose.', { purpose: 'There is no such purpose.' }));
	const { db } = await app();
	return answer(await channelOffers(db, { packId: params.id, task, purpose }, bookNow()));
};
