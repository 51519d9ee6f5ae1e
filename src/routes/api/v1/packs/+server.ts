import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { createPack, listPacks } from '$lib/server/services/packs/packs';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async () => json(await listPacks((await app()).db, now()));

export const POST: RequestHandler = async ({ request }) => {
	const { db } = await app();
	return withBody(request, (body, id) => createPack(db, body, id), 201);
};
