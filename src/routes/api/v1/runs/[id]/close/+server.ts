import { app } from '$lib/server/app';
import { answer, now } from '$lib/server/http';
import { closeRun } from '$lib/server/services/runs/runs';
import type { RequestHandler } from './$types';

/** Closes a run whose charger stays away, with what is known of it. */
export const POST: RequestHandler = async ({ params }) =>
	answer(await closeRun(await app(), params.id, now()));
