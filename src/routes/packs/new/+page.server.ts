import { app } from '$lib/server/app';
import { allPacks } from '$lib/server/services/packs/packs';
import { getPreferences } from '$lib/server/services/house/preferences';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url }) => {
	const { db } = await app();
	const [others, { practice }] = await Promise.all([allPacks(db), getPreferences(db)]);
	const like = others.find((p) => p.id === url.searchParams.get('like')) ?? null;
	return { others, practice, like };
};
