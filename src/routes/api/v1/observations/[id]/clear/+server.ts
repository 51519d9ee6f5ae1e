import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { clearObservation } from '$lib/server/services/packs/observations';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body) => clearObservation(db, params.id, body, now()));
};
