import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { createPlan, listPlans } from '$lib/server/services/plan/plans';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async () => json(await listPlans((await app()).db));

export const POST: RequestHandler = async ({ request }) => {
	const { db } = await app();
	return withBody(request, (body, id) => createPlan(db, body, now(), id), 201);
};
