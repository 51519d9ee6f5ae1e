import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { refuseStart } from '$lib/server/services/runs/checks';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body, id) => refuseStart(db, params.id, body, now(), id), 201);
};
