import { json } from '@sveltejs/kit';
import { answer } from '$lib/server/http';
import { keptAside, takeUpload } from '$lib/server/exchange';
import type { RequestHandler } from './$types';

/**
 * What may be put in the place of the data: uploads, and what earlier exchanges and imports have
 * kept.
 */
export const GET: RequestHandler = async () => json(await keptAside());

/** Uploads a backup; it is put in place by a second act. */
export const POST: RequestHandler = async ({ request }) => answer(await takeUpload(request), 201);
