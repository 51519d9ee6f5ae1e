import { app } from '$lib/server/app';
import { answer, withBody } from '$lib/server/http';
import { deleteCharger, getCharger, updateCharger } from '$lib/server/services/chargers/chargers';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) =>
	answer(await getCharger((await app()).db, params.id));

export const PUT: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body) => updateCharger(db, params.id, body));
};

export const DELETE: RequestHandler = async ({ params }) =>
	answer(await deleteCharger((await app()).db, params.id));
