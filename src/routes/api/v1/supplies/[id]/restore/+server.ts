import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { restoreSupply } from '$lib/server/services/chargers/chargers';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params }) =>
	answer(await restoreSupply((await app()).db, params.id));
