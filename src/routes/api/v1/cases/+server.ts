import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { listCases, openCase } from '$lib/server/services/diagnose/cases';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ url }) => {
	const packId = url.searchParams.get('pack');
	return json(await listCases((await app()).db, packId ? { packId } : {}, 200));
};

export const POST: RequestHandler = async ({ request }) => {
	const { db } = await app();
	return withBody(request, (body, id) => openCase(db, body, now(), id), 201);
};
