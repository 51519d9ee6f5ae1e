import { app } from '$lib/server/app';
import { withBody } from '$lib/server/http';
import { useSupply } from '$lib/server/services/chargers/chargers';
import type { RequestHandler } from './$types';

export const PUT: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body) => useSupply(db, params.id, body));
};
