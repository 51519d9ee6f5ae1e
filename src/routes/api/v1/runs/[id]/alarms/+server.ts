import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { answerAlarm } from '$lib/server/services/runs/alarms';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params, request }) => {
	const { db } = await app();
	return withBody(request, (body, id) => answerAlarm(db, params.id, body, now(), id));
};
