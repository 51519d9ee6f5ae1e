import { app } from '$lib/server/app';
import { answer, now, withBody } from '$lib/server/http';
import { changeCase, moveCase } from '$lib/server/services/diagnose/cases';
import { reportOf } from '$lib/server/services/diagnose/report';
import type { RequestHandler } from './$types';

/** The case with its odds: what is sent to others who are asked. */
export const GET: RequestHandler = async ({ params }) =>
	answer(await reportOf((await app()).db, params.id, now()));

export const PATCH: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body) => changeCase(db, params.id, body, now()));
};

export const DELETE: RequestHandler = async ({ params }) =>
	answer(await moveCase((await app()).db, params.id, true));
