import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { listPacks } from '$lib/server/services/packs/packs';
import { getPreferences } from '$lib/server/services/house/preferences';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => {
	const { db } = await app();
	const [{ inventory }, shelf] = await Promise.all([getPreferences(db), listPacks(db, bookNow())]);
	return { inventory, packs: shelf.map((p) => p.pack) };
};
