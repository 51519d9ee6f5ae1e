import { z } from 'zod';
import { app } from '$lib/server/app';
import { answer, withBody } from '$lib/server/http';
import { checked } from '$lib/server/result';
import { getProgram, ProgramRequest, renameProgram } from '$lib/server/services/programs/programs';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) =>
	answer(await getProgram((await app()).db, params.id));

const Rename = z.object({ name: ProgramRequest.shape.name.unwrap() });

/** Renames a kept program; null takes it off the list of its pack. */
export const PATCH: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, async (body) => {
		const valid = checked(Rename, body);
		return valid.ok ? renameProgram(db, params.id, valid.value.name) : valid;
	});
};
