import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { restoreObservation } from '$lib/server/services/packs/observations';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params }) =>
	answer(await restoreObservation((await app()).db, params.id));
