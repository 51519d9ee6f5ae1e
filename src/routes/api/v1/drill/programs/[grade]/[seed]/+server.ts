import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { commitProgram } from '$lib/server/services/drill/program-drills';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body, id) =>
		commitProgram(db, Number(params.grade), Number(params.seed), body, now(), id)
	);
};
