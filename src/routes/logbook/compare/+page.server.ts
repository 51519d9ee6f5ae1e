import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { thinned } from '$core/simulate/telemetry';
import { getRun } from '$lib/server/services/runs/logbook';
import { readTelemetry } from '$lib/server/services/runs/telemetry';
import type { PageServerLoad } from './$types';

/** More are not told apart; and points of each that are drawn. */
const MOST = 6;
const POINTS = 400;

export const load: PageServerLoad = async ({ url }) => {
	const { db } = await app();
	const ids = [...new Set((url.searchParams.get('runs') ?? '').split(',').filter(Boolean))].slice(0, MOST);
	const found = await Promise.all(
		ids.map(async (id) => {
			const run = await getRun(db, id);
			if (!run.ok) return null;
			const pack = await db.models.Pack.findByPk(run.value.run.packId, {
				paranoid: false,
				attributes: ['cells']
			});
			const samples = await readTelemetry(db, id);
			return { ...run.value, cells: pack?.get('cells') ?? null, telemetry: thinned(samples, POINTS) };
		})
	);
	const runs = found.filter((run) => run !== null);
	if (runs.length < 2) error(404, 'Two runs at least are laid over each other: choose them in the logbook.');
	runs.sort((a, b) => a.run.startedAt.localeCompare(b.run.startedAt));
	return { runs, missing: ids.length - runs.length };
};
