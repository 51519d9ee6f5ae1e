import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { allPacks, getPack } from '$lib/server/services/packs/packs';
import { getPreferences } from '$lib/server/services/house/preferences';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
	const { db } = await app();
	const pack = await getPack(db, params.id);
	if (!pack.ok) error(404, pack.message);
	const [others, { practice }] = await Promise.all([allPacks(db), getPreferences(db)]);
	return { pack: pack.value, others, practice };
};
