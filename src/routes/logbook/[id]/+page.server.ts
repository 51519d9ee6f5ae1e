import { judgeEnd } from '$core/log/end-judgement';
import { endOf, lastRunOf } from '$lib/server/services/packs/care';
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
	const packRow = await db.models.Pack.findByPk(found.value.run.packId, { paranoid: false });
	const [telemetry, events, planned] = await Promise.all([
		readTelemetry(db, params.id),
		eventsOf(db, params.id),
		plannedCourse(db, found.value.run)
	]);
	const { run } = found.value;
	const now = new Date().toISOString();
	const [last, open, { practice }] = await Promise.all([
		lastRunOf(db, run.packId, now),
		openRuns(db),
		getPreferences(db)
	]);
	const busy = open.some((r) => r.packId === run.packId || r.joined.includes(run.packId));
	const looks = run.mode === 'by hand' ? await looksOf(db, run.id) : [];
	return {
		...found.value,
		looks,
		check: await checkOf(db, run.id),
		seen: await seenOn(db, run.id),
		parted: await partedOf(db, run),
		corrections: await correctionsOf(db, run.id),
		after: packRow ? await afterwards(db, run, now) : null,
		/** How its end fits what went before it. */
		judged: packRow && run.status === 'ended' ? judgeEnd(endOf(run, toPack(packRow))) : null,
		/** Nothing has happened to its pack since, so that what comes next follows from this run. */
		last: run.joined.length === 0 && !busy && last !== null && !last.used && last.endedAt === run.endedAt,
		practice,
		now,
		pack: packRow ? toPack(packRow) : null,
		packOnShelf: packRow !== null && packRow.get('deletedAt') == null,
		telemetry: thinned(telemetry, MOST_POINTS),
		samples: telemetry.timeS.length,
		/** What went on, read from the samples alone. */
		read: analyseLog(telemetry),
		// A person who looks at a screen writes down no direction: legs are told only from a link.
		legs: taskOf(found.value.run.task).repeats ? legsIn(telemetry) : [],
		events,
		planned
	};
};
