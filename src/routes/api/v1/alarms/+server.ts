import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { now } from '$lib/server/http';
import { alarmsNow } from '$lib/server/services/runs/alarms';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async () => json(await alarmsNow((await app()).db, now()));
