import { now as bookNow } from '$lib/server/clock';
import { judgedRun } from '$lib/server/services/packs/care';
import { packStateOf } from '$lib/server/services/packs/pack-states';
import { getPreferences } from '$lib/server/services/house/preferences';
import { openRuns } from '$lib/server/services/runs/open-runs';
import { looksOf } from '$lib/server/services/runs/looks';
import { taskOf } from '$core/request/task';
import { error } from '@sveltejs/kit';
import { legsIn } from '$core/log/legs';
import { analyseLog } from '$core/diagnose/log-phases';
import { thinned } from '$core/simulate/telemetry';
import { app } from '$lib/server/app';
import { toPack } from '$lib/server/db/map';
import { plannedCourse } from '$lib/server/services/runs/course';
import { eventsOf } from '$lib/server/services/house/events';
import { getRun } from '$lib/server/services/runs/logbook';
import { afterwards } from '$lib/server/services/runs/afterwards';
import { checkOf } from '$lib/server/services/runs/checks';
import { correctionsOf } from '$lib/server/services/runs/corrections';
import { partedOf } from '$lib/server/services/runs/parted';
import { seenOn } from '$lib/server/services/runs/watching';
import { readTelemetry } from '$lib/server/services/runs/telemetry';
import type { PageServerLoad } from './$types';

const MOST_POINTS = 500;

export const load: PageServerLoad = async ({ params }) => {
	const { db } = await app();
	const found = await getRun(db, params.id);
	if (!found.ok) error(404, found.message);
	const { run } = found.value;
	const now = bookNow();
	// None of them waits for another: the page stands as soon as the slowest is there.
	const [
		packRow,
		telemetry,
		events,
		planned,
		open,
		{ practice },
		looks,
		check,
		seen,
		parted,
		corrections,
		after
	] = await Promise.all([
		db.models.Pack.findByPk(run.packId, { paranoid: false }),
		readTelemetry(db, run.id),
		eventsOf(db, run.id),
		plannedCourse(db, run),
		openRuns(db),
		getPreferences(db),
		run.mode === 'by hand' ? looksOf(db, run.id) : [],
		checkOf(db, run.id),
		seenOn(db, run.id),
		partedOf(db, run),
		correctionsOf(db, run.id),
		afterwards(db, run, now)
	]);
	const pack = packRow && toPack(packRow);
	const state = pack && (await packStateOf(db, pack, now));
	const busy = open.some((r) => r.packId === run.packId || r.joined.includes(run.packId));
	return {
		...found.value,
		looks,
		check,
		seen,
		parted,
		corrections,
		after: packRow ? after : null,
		/** How its end fits what went before it. */
		judged: pack && run.status === 'ended' ? await judgedRun(db, run, pack) : null,
		/** Nothing has happened to its pack since, so that what comes next follows from this run. */
		last: run.joined.length === 0 && !busy && state !== null && state.movedAt === run.endedAt,
		/** What of it the state of its pack does not believe. */
		contradicted: state?.contradictions.find((c) => c.event === run.id) ?? null,
		practice,
		now,
		pack,
		packOnShelf: packRow !== null && packRow.get('deletedAt') == null,
		telemetry: thinned(telemetry, MOST_POINTS),
		samples: telemetry.timeS.length,
		/** What went on, read from the samples alone. */
		read: analyseLog(telemetry),
		// A person who looks at a screen writes down no direction: legs are told only from a link.
		legs: taskOf(run.task).repeats ? legsIn(telemetry) : [],
		events,
		planned
	};
};
