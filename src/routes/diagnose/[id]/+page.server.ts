import { error } from '@sveltejs/kit';
import { wouldShow } from '$core/diagnose/explain';
import { thinned } from '$core/simulate/telemetry';
import { channelNameOf } from '$core/charger/charger';
import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { getCharger } from '$lib/server/services/chargers/chargers';
import { onRecord } from '$lib/server/services/diagnose/known';
import { reportOf } from '$lib/server/services/diagnose/report';
import { lastReading, getPack } from '$lib/server/services/packs/packs';
import { readTelemetry } from '$lib/server/services/runs/telemetry';
import type { PageServerLoad } from './$types';

const MOST_POINTS = 300;
/** Causes whose course is drawn at once. */
const DRAWN = 2;

export const load: PageServerLoad = async ({ params, depends }) => {
	depends('app:channels');
	const { db } = await app();
	const now = bookNow();
	const report = await reportOf(db, params.id, now);
	if (!report.ok) error(404, 'There is no such case.');
	const { case: c } = report.value;
	const record = c.runId ? await onRecord(db, c.runId) : null;
	const [pack, charger] = await Promise.all([
		c.packId ? getPack(db, c.packId) : null,
		c.chargerId ? getCharger(db, c.chargerId) : null
	]);
	const channel = charger?.ok ? charger.value.channels.find((ch) => ch.id === c.channelId) : null;
	const courses = record
		? report.value.causes
				.filter((w) => w.impossible === null)
				.map((w) => wouldShow(record.r, record.run.settings, w.id))
				.filter((course) => course !== null)
				.slice(0, DRAWN)
		: [];
	const expected = courses.length && record ? wouldShow(record.r, record.run.settings, 'as forecast') : null;
	return {
		report: report.value,
		run: record?.run ?? null,
		judged: record?.judged ?? null,
		pack: pack?.ok ? pack.value : null,
		reading: c.packId ? await lastReading(db, c.packId, now) : null,
		where: charger?.ok && channel ? channelNameOf(charger.value, channel) : null,
		courses: expected ? [...courses, expected] : courses,
		seen: record && courses.length ? thinned(await readTelemetry(db, record.run.id), MOST_POINTS) : null
	};
};
