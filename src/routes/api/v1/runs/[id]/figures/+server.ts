import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { correctRun } from '$lib/server/services/runs/corrections';
import type { RequestHandler } from './$types';

export const PATCH: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body) => correctRun(db, params.id, body, now()));
};
