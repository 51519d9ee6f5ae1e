import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { decide } from '$lib/server/services/drill/drills';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body, id) =>
		decide(db, Number(params.grade), Number(params.seed), body, now(), id)
	);
};
