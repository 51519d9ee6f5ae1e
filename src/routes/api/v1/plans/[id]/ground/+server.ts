import { app } from '$lib/server/app';
import { answer, now } from '$lib/server/http';
import { done } from '$lib/server/result';
import { getPlan } from '$lib/server/services/plan/plans';
import { groundOf } from '$lib/server/services/plan/standing';
import type { RequestHandler } from './$types';

/**
 * Everything that the rest of a plan is planned with now: the bench, what goes on, and what each
 * job would take where.
 */
export const GET: RequestHandler = async ({ params }) => {
	const { db } = await app();
	const plan = await getPlan(db, params.id);
	return answer(plan.ok ? done(await groundOf(db, plan.value, now())) : plan);
};
