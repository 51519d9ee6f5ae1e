import { app } from '$lib/server/app';
import { answer, withBody } from '$lib/server/http';
import { deletePack, getPack, updatePack } from '$lib/server/services/packs/packs';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => answer(await getPack((await app()).db, params.id));

export const PUT: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body) => updatePack(db, params.id, body));
};

export const DELETE: RequestHandler = async ({ params }) =>
	answer(await deletePack((await app()).db, params.id));
