import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { withBody } from '$lib/server/http';
import { getPreferences, setPreferences } from '$lib/server/services/house/preferences';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async () => json(await getPreferences((await app()).db));

export const PATCH: RequestHandler = async ({ request }) => {
	const { db } = await app();
	return withBody(request, (body) => setPreferences(db, body));
};
