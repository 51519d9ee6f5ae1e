import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { done } from '$lib/server/result';
import { solveProgram } from '$lib/server/services/programs/programs';
import type { RequestHandler } from './$types';

/** What is wrong with settings a person chose: verdict and findings. */
export const POST: RequestHandler = async ({ request }) => {
	const { db } = await app();
	return withBody(request, async (body) => {
		const solved = await solveProgram(db, body, now());
		if (!solved.ok) return solved;
		const { verdict, findings, settings } = solved.value;
		return done({ verdict, findings, settings });
	});
};
