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
	const [planned, byHand, whole, looks, seen] = await Promise.all([
		plannedCourse(db, run),
		// A run by hand is followed in the browser, from what was known when it started.
		run.mode === 'by hand' ? programContext(db, run, run.startedAt) : null,
		readTelemetry(db, run.id),
		run.mode === 'by hand' ? looksOf(db, run.id) : [],
		run.mode === 'link' ? seenOn(db, run.id) : []
	]);
	// As it was heard last: a charger that hangs must not hold the page up.
	const speed = run.mode === 'link' ? links.standIn.speed : null;
	return {
		...found.value,
		programId: run.programId,
		planned,
		telemetry: thinned(whole, MOST_POINTS),
		context: byHand?.ok ? byHand.value : null,
		looks,
		seen,
		live: live.get(run.id) ?? null,
		speed
	};
};
