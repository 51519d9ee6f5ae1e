import { app } from '$lib/server/app';
import { listPacks } from '$lib/server/services/packs';
import { getPreferences } from '$lib/server/services/preferences';
import { listRuns } from '$lib/server/services/runs';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends }) => {
	depends('app:channels');
	const { db } = await app();
	const now = new Date().toISOString();
	const [packs, { runs }, preferences] = await Promise.all([
		listPacks(db, now),
		listRuns(db, { status: 'ended', limit: 5 }),
		getPreferences(db)
	]);
	return { packs, runs, ambientDegC: preferences.ambientDegC, now };
};
