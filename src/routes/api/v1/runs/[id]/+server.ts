import { z } from 'zod';
import { app } from '$lib/server/app';
import { answer, withBody } from '$lib/server/http';
import { checked } from '$lib/server/result';
import { deleteRun, getRun, noteRun } from '$lib/server/services/runs/logbook';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => answer(await getRun((await app()).db, params.id));

export const PATCH: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, async (body) => {
		const change = checked(z.object({ notes: z.string() }), body);
		return change.ok ? noteRun(db, params.id, change.value.notes) : change;
	});
};

export const DELETE: RequestHandler = async ({ params }) =>
	answer(await deleteRun((await app()).db, params.id));
