import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { restoreUse } from '$lib/server/services/packs/uses';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params }) =>
	answer(await restoreUse((await app()).db, params.id));
