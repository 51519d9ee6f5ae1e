import { app } from '$lib/server/app';
import { allPacks } from '$lib/server/services/packs/packs';
import { getPreferences } from '$lib/server/services/house/preferences';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => {
	const { db } = await app();
	const [others, { practice }] = await Promise.all([allPacks(db), getPreferences(db)]);
	return { others, practice };
};
