import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { restorePack } from '$lib/server/services/packs/packs';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params }) =>
	answer(await restorePack((await app()).db, params.id));
