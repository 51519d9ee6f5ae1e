import { error } from '@sveltejs/kit';
import { readinessOf } from '$core/care/readiness';
import { app } from '$lib/server/app';
import { getPack, maintenanceOfPack, readingsOf } from '$lib/server/services/packs';
import { getPreferences } from '$lib/server/services/preferences';
import { programsOf } from '$lib/server/services/programs';
import { listRuns } from '$lib/server/services/runs';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, depends }) => {
	depends('app:channels');
	const { db } = await app();
	const found = await getPack(db, params.id);
	if (!found.ok) error(404, found.message);
	const now = new Date().toISOString();
	const [readings, kept, { practice }, partner, { runs, total }] = await Promise.all([
		readingsOf(db, params.id, 12),
		programsOf(db, params.id),
		getPreferences(db),
		found.value.pairId ? getPack(db, found.value.pairId) : null,
		listRuns(db, { packId: params.id, limit: 12 })
	]);
	return {
		pack: found.value,
		readings,
		kept,
		partner: partner?.ok ? partner.value.name : null,
		runs,
		totalRuns: total,
		maintenance: await maintenanceOfPack(db, found.value, readings[0] ?? null, now),
		readiness: readinessOf(found.value, readings[0] ?? null, now, practice),
		now
	};
};
