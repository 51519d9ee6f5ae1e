import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { getProgram } from '$lib/server/services/programs';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) =>
	answer(await getProgram((await app()).db, params.id));
