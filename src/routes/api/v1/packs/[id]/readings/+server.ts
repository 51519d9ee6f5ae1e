import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { addReading, readingsOf } from '$lib/server/services/packs/packs';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => json(await readingsOf((await app()).db, params.id));

export const POST: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body, id) => addReading(db, params.id, body, now(), id), 201);
};
