import { app } from '$lib/server/app';
import { answer, now } from '$lib/server/http';
import { calendarOf } from '$lib/server/services/plan/calendar';
import { getPlan } from '$lib/server/services/plan/plans';
import type { RequestHandler } from './$types';

/** The acts of a plan as an iCalendar file (RFC 5545), each with an alarm. */
export const GET: RequestHandler = async ({ params }) => {
	const { db } = await app();
	const plan = await getPlan(db, params.id);
	if (!plan.ok) return answer(plan);
	return new Response(await calendarOf(db, plan.value, now()), {
		headers: {
			'content-type': 'text/calendar; charset=utf-8',
			'content-disposition': 'attachment; filename="plan.ics"'
		}
	});
};
