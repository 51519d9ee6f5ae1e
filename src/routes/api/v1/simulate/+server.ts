import { app } from '$lib/server/app';
import { now, withBody } from '$lib/server/http';
import { refuse, done } from '$lib/server/result';
import { forecastOf } from '$lib/server/services/runs/answers';
import { solveProgram } from '$lib/server/services/programs/programs';
import type { RequestHandler } from './$types';

const TRACE_EVERY_S = 30;

/** What would happen: the forecast with its trace. */
export const POST: RequestHandler = async ({ request }) => {
	const { db } = await app();
	return withBody(request, async (body) => {
		const solved = await solveProgram(db, body, now(), TRACE_EVERY_S);
		if (!solved.ok) return solved;
		const { forecast, findings } = solved.value;
		if (!forecast) return refuse(422, findings[0]?.sentence ?? 'This cannot be simulated.');
		return done(forecastOf(forecast));
	});
};
