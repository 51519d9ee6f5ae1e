import { app } from '$lib/server/app';
import { listPacks } from '$lib/server/services/packs/packs';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends }) => {
	depends('app:channels');
	const now = new Date().toISOString();
	return { packs: await listPacks((await app()).db, now), now };
};
