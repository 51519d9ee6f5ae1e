import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { endByHand } from '$lib/server/services/runs/by-hand';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params, request }) => {
	const { db, follower } = await app();
	return withBody(request, (body) => endByHand(db, params.id, body, now(), () => follower.look(params.id)));
};
