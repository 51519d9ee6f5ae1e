import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { app } from '$lib/server/app';
import { answer, now, withBody } from '$lib/server/http';
import { checked } from '$lib/server/result';
import { listRuns } from '$lib/server/services/runs/logbook';
import { startRun } from '$lib/server/services/runs/runs';
import type { RequestHandler } from './$types';
import { RunStatusSchema } from '$core/log/run-schema';

const Query = z.object({
	packId: z.string().optional(),
	chargerId: z.string().optional(),
	status: RunStatusSchema.optional(),
	limit: z.coerce.number().int().min(1).max(500).default(50),
	offset: z.coerce.number().int().min(0).default(0)
});

export const GET: RequestHandler = async ({ url }) => {
	const query = checked(Query, Object.fromEntries(url.searchParams));
	return query.ok ? json(await listRuns((await app()).db, query.value)) : answer(query);
};

export const POST: RequestHandler = async ({ request }) => {
	const bench = await app();
	return withBody(request, (body, id) => startRun(bench, body, now(), id), 201);
};
