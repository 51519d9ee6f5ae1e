import { answer } from '$lib/server/http';
import { dropKept, exchange } from '$lib/server/exchange';
import type { RequestHandler } from './$types';

/** Puts it in the place of the data. */
export const PUT: RequestHandler = async ({ params }) => answer(await exchange(params.name));

/** Removes the file. */
export const DELETE: RequestHandler = async ({ params }) => answer(await dropKept(params.name));
