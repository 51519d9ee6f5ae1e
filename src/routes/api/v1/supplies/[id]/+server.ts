import { app } from '$lib/server/app';
import { answer, withBody } from '$lib/server/http';
import { deleteSupply, updateSupply } from '$lib/server/services/chargers/chargers';
import type { RequestHandler } from './$types';

export const PUT: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body) => updateSupply(db, params.id, body));
};

export const DELETE: RequestHandler = async ({ params }) =>
	answer(await deleteSupply((await app()).db, params.id));
