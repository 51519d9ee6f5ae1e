import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { stopRun } from '$lib/server/services/runs/runs';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params }) => {
	return answer(await stopRun(await app(), params.id));
};
