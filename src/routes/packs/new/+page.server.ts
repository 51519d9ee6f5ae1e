import { app } from '$lib/server/app';
import { listPacks } from '$lib/server/services/packs';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => {
	const shelf = await listPacks((await app()).db, new Date().toISOString());
	return { others: shelf.map((p) => p.pack) };
};
