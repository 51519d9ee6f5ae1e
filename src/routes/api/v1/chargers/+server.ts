import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { withBody } from '$lib/server/http';
import { createCharger, listChargers } from '$lib/server/services/chargers/chargers';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async () => json(await listChargers((await app()).db));

export const POST: RequestHandler = async ({ request }) => {
	const { db } = await app();
	return withBody(request, (body, id) => createCharger(db, body, id), 201);
};
