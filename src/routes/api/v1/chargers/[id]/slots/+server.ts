import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { withBody } from '$lib/server/http';
import { setSlot, slotsOf } from '$lib/server/services/chargers/slots';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => json(await slotsOf((await app()).db, params.id));

export const PUT: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body) => setSlot(db, params.id, body));
};
