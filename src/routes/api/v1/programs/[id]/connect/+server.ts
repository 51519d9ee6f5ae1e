import { app } from '$lib/server/app';
import { answer, now } from '$lib/server/http';
import { checkOnLink } from '$lib/server/services/runs/runs';
import type { RequestHandler } from './$types';

/** Connects the pack to the simulated charger and answers with what that reads: count and cells. */
export const POST: RequestHandler = async ({ params }) => {
	return answer(await checkOnLink(await app(), params.id, now()));
};
