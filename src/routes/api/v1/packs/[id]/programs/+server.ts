import { json } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { programsOf } from '$lib/server/services/programs/programs';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => json(await programsOf((await app()).db, params.id));
