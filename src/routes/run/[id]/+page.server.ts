import { error } from '@sveltejs/kit';
import { thinned } from '$core/simulate/telemetry';
import { app } from '$lib/server/app';
import { live } from '$lib/server/services/runs/live';
import { plannedCourse } from '$lib/server/services/runs/course';
import { getRun } from '$lib/server/services/runs/logbook';
import { programContext } from '$lib/server/services/programs/programs';
import { looksOf } from '$lib/server/services/runs/looks';
import { seenOn } from '$lib/server/services/runs/watching';
import { readTelemetry } from '$lib/server/services/runs/telemetry';
import type { PageServerLoad } from './$types';

const MOST_POINTS = 400;

export const load: PageServerLoad = async ({ params, depends }) => {
	depends('app:channels');
	const { db, links } = await app();
	const found = await getRun(db, params.id);
	if (!found.ok) error(404, 'There is no such run. A start that the charger never made is not kept.');
	const { run } = found.value;
	const planned = await plannedCourse(db, run);
	// A run by hand is followed in the browser, from what was known when it started.
	const byHand = run.mode === 'by hand' ? await programContext(db, run, run.startedAt) : null;
	const telemetry = thinned(await readTelemetry(db, run.id), MOST_POINTS);
	// As it was heard last: a charger that hangs must not hold the page up.
	const speed = run.mode === 'link' ? links.standIn.speed : null;
	return {
		...found.value,
		programId: run.programId,
		planned,
		telemetry,
		context: byHand?.ok ? byHand.value : null,
		looks: run.mode === 'by hand' ? await looksOf(db, run.id) : [],
		seen: run.mode === 'link' ? await seenOn(db, run.id) : [],
		live: live.get(run.id) ?? null,
		speed
	};
};
