import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { stopRun } from '$lib/server/services/runs';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params }) => {
	const { db, link } = await app();
	return answer(await stopRun(db, link, params.id));
};
