import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { restoreReading } from '$lib/server/services/packs/packs';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params }) =>
	answer(await restoreReading((await app()).db, params.id));
