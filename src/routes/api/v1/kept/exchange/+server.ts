import { json } from '@sveltejs/kit';
import { answer } from '$lib/server/http';
import { cancelExchange, exchangeProgress } from '$lib/server/exchange';
import type { RequestHandler } from './$types';

/** How far the file that is being put in place has been looked at. */
export const GET: RequestHandler = async () => json(exchangeProgress());

/** Leaves it, while it is still being looked at. */
export const DELETE: RequestHandler = async () => answer(cancelExchange());
