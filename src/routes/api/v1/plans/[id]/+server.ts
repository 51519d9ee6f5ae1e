import { app } from '$lib/server/app';
import { answer, now, withBody } from '$lib/server/http';
import { done } from '$lib/server/result';
import { getPlan, movePlan, updatePlan } from '$lib/server/services/plan/plans';
import { standingOf } from '$lib/server/services/plan/standing';
import type { RequestHandler } from './$types';

/** A plan with what became of each of its jobs so far. */
export const GET: RequestHandler = async ({ params }) => {
	const { db } = await app();
	const plan = await getPlan(db, params.id);
	return answer(plan.ok ? done(await standingOf(db, plan.value, now())) : plan);
};

export const PUT: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body) => updatePlan(db, params.id, body));
};

export const DELETE: RequestHandler = async ({ params }) =>
	answer(await movePlan((await app()).db, params.id, true));
