import { json } from '@sveltejs/kit';
import { formatOf } from '$core/formats';
import { thinned } from '$core/simulate/telemetry';
import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { refuse } from '$lib/server/result';
import { getRun } from '$lib/server/services/runs/logbook';
import { readTelemetry } from '$lib/server/services/runs/telemetry';
import type { RequestHandler } from './$types';

/**
 * Samples of a run: JSON columns (thinned by `?most=`), or all of them in another format, as in
 * `?format=csv`.
 */
export const GET: RequestHandler = async ({ params, url }) => {
	const { db } = await app();
	const run = await getRun(db, params.id);
	if (!run.ok) return answer(run);
	const asked = url.searchParams.get('format');
	const format = formatOf(asked);
	if (asked !== null && format === null)
		return answer(refuse(400, `Samples are not given as ${asked}.`, { format: 'There is no such format.' }));
	const samples = await readTelemetry(db, params.id);
	if (format)
		return new Response(format.write(samples), {
			headers: {
				'content-type': format.contentType,
				'content-disposition': `attachment; filename="run-${params.id.slice(0, 8)}.${format.id}"`
			}
		});
	const most = Number(url.searchParams.get('most') ?? 600);
	return json(thinned(samples, Number.isFinite(most) && most >= 2 ? most : 600));
};
