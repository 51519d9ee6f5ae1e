import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { settleClock } from '$lib/server/services/house/clock-steps';
import type { RequestHandler } from './$types';

/** This machine's clock is right: what was dated ahead of it is dated back. */
export const POST: RequestHandler = async () => answer(await settleClock((await app()).db));
