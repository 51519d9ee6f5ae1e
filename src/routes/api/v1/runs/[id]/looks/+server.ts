import { app } from '$lib/server/app';
import { withBody } from '$lib/server/http';
import { lookAtRun } from '$lib/server/services/runs/by-hand';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body) => lookAtRun(db, params.id, body), 201);
};
