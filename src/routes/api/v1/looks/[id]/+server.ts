import { app } from '$lib/server/app';
import { answer, withBody } from '$lib/server/http';
import { deleteLook, mendLook } from '$lib/server/services/runs/looks';
import type { RequestHandler } from './$types';

export const PUT: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body) => mendLook(db, params.id, body));
};

export const DELETE: RequestHandler = async ({ params }) =>
	answer(await deleteLook((await app()).db, params.id));
