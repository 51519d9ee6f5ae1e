import { app } from '$lib/server/app';
import { progress } from '$lib/server/services/drill/drills';
import { programProgress } from '$lib/server/services/drill/program-drills';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => {
	const { db } = await app();
	const [faults, programs] = await Promise.all([progress(db), programProgress(db)]);
	return { faults, programs };
};
