import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { moveCase } from '$lib/server/services/diagnose/cases';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params }) =>
	answer(await moveCase((await app()).db, params.id, false));
