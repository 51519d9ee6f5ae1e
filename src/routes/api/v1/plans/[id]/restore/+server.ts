import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { movePlan } from '$lib/server/services/plan/plans';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params }) =>
	answer(await movePlan((await app()).db, params.id, false));
