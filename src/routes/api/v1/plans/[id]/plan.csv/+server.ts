import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { planCsv } from '$lib/server/services/plan/calendar';
import { getPlan } from '$lib/server/services/plan/plans';
import type { RequestHandler } from './$types';

/** A plan as CSV (RFC 4180), one line for each stretch on a channel. */
export const GET: RequestHandler = async ({ params }) => {
	const { db } = await app();
	const plan = await getPlan(db, params.id);
	if (!plan.ok) return answer(plan);
	return new Response(await planCsv(db, plan.value), {
		headers: {
			'content-type': 'text/csv; charset=utf-8; header=present',
			'content-disposition': 'attachment; filename="plan.csv"'
		}
	});
};
