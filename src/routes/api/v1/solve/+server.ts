import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { proposalOf } from '$lib/server/services/runs/answers';
import { done } from '$lib/server/result';
import { solveProgram } from '$lib/server/services/programs/programs';
import type { RequestHandler } from './$types';

/**
 * A program for a pack on a channel, each setting with its reason; empty of settings where a Stop
 * stands.
 */
export const POST: RequestHandler = async ({ request }) => {
	const { db } = await app();
	return withBody(request, async (body) => {
		const solved = await solveProgram(db, body, now());
		return solved.ok ? done(proposalOf(solved.value)) : solved;
	});
};
