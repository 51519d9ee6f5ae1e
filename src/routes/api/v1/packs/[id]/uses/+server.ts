import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { addUse } from '$lib/server/services/packs/uses';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body, id) => addUse(db, params.id, body, now(), id), 201);
};
