import { error } from '@sveltejs/kit';
import { thinned } from '$core/log/telemetry';
import { app } from '$lib/server/app';
import { live } from '$lib/server/services/live';
import { plannedCourse } from '$lib/server/services/course';
import { getRun } from '$lib/server/services/runs';
import { readTelemetry } from '$lib/server/services/telemetry';
import type { PageServerLoad } from './$types';

const MOST_POINTS = 400;

export const load: PageServerLoad = async ({ params, depends }) => {
	depends('app:channels');
	const { db, link } = await app();
	const found = await getRun(db, params.id);
	if (!found.ok) error(404, found.message);
	const { run } = found.value;
	const planned = await plannedCourse(db, run);
	const telemetry = thinned(await readTelemetry(db, run.id), MOST_POINTS);
	const speed =
		run.mode === 'link'
			? await link
					.hello()
					.then((h) => h.speed)
					.catch(() => null)
			: null;
	return {
		...found.value,
		planned,
		telemetry,
		live: live.get(run.id) ?? null,
		speed
	};
};
