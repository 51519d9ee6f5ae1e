import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { saveProgram } from '$lib/server/services/programs/programs';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ request }) => {
	const { db } = await app();
	return withBody(request, (body, id) => saveProgram(db, body, now(), id), 201);
};
