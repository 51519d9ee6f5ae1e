import { app } from '$lib/server/app';
import { withBody } from '$lib/server/http';
import { teach } from '$lib/server/services/diagnose/cases';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body) => teach(db, params.id, body), 201);
};
