import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { now } from '$lib/server/http';
import { behindNow } from '$lib/server/services/plan/standing';
import type { RequestHandler } from './$types';

/** The plan that no longer holds, and what departs from it; null while all is as planned. */
export const GET: RequestHandler = async () => json(await behindNow((await app()).db, now()));
