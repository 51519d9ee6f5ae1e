import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { deleteReading } from '$lib/server/services/packs/packs';
import type { RequestHandler } from './$types';

export const DELETE: RequestHandler = async ({ params }) =>
	answer(await deleteReading((await app()).db, params.id));
