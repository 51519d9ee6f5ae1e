import { app } from '$lib/server/app';
import { answer, now, withBody } from '$lib/server/http';
import { deleteUse, mendUse } from '$lib/server/services/packs/uses';
import type { RequestHandler } from './$types';

export const PATCH: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body) => mendUse(db, params.id, body, now()));
};

export const DELETE: RequestHandler = async ({ params }) =>
	answer(await deleteUse((await app()).db, params.id));
