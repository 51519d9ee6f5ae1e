import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { listPacks } from '$lib/server/services/packs/packs';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends }) => {
	depends('app:channels');
	const now = bookNow();
	return { packs: await listPacks((await app()).db, now), now };
};
