import { app } from '$lib/server/app';
import { withBody } from '$lib/server/http';
import { keepFit } from '$lib/server/services/runs/fits';
import type { RequestHandler } from './$types';

/** What the looks at this run say of its pack's capacity. */
export const PUT: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body) => keepFit(db, params.id, body));
};
