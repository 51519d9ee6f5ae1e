import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { deleteObservation } from '$lib/server/services/packs/observations';
import type { RequestHandler } from './$types';

export const DELETE: RequestHandler = async ({ params }) =>
	answer(await deleteObservation((await app()).db, params.id));
