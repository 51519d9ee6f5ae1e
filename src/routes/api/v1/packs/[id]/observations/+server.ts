import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { addObservation } from '$lib/server/services/packs/observations';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body, id) => addObservation(db, params.id, body, now(), id), 201);
};
