import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { restoreRun } from '$lib/server/services/runs/logbook';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params }) =>
	answer(await restoreRun((await app()).db, params.id));
