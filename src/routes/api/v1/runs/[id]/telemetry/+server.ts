import { json } from '@sveltejs/kit';
import { telemetryCsv } from '$core/formats/telemetry-csv';
import { thinned } from '$core/simulate/telemetry';
import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { getRun } from '$lib/server/services/runs/logbook';
import { readTelemetry } from '$lib/server/services/runs/telemetry';
import type { RequestHandler } from './$types';

/** Samples of a run: JSON columns (thinned by `?most=`), or all of them as CSV with `?format=csv`. */
export const GET: RequestHandler = async ({ params, url }) => {
	const { db } = await app();
	const run = await getRun(db, params.id);
	if (!run.ok) return answer(run);
	const telemetry = await readTelemetry(db, params.id);
	if (url.searchParams.get('format') === 'csv')
		return new Response(telemetryCsv(telemetry), {
			headers: {
				'content-type': 'text/csv; charset=utf-8; header=present',
				'content-disposition': `attachment; filename="run-${params.id.slice(0, 8)}.csv"`
			}
		});
	const most = Number(url.searchParams.get('most') ?? 600);
	return json(thinned(telemetry, Number.isFinite(most) && most >= 2 ? most : 600));
};
