import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { restoreLook } from '$lib/server/services/runs/looks';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params }) =>
	answer(await restoreLook((await app()).db, params.id));
