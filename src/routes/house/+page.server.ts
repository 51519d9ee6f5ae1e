import { app } from '$lib/server/app';
import { getPreferences } from '$lib/server/services/house/preferences';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => {
	const { practice } = await getPreferences((await app()).db);
	return { practice };
};
