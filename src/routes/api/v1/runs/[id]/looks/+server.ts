import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { withBody } from '$lib/server/http';
import { addLook, looksOf } from '$lib/server/services/runs/looks';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => json(await looksOf((await app()).db, params.id));

export const POST: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body, id) => addLook(db, params.id, body, id), 201);
};
