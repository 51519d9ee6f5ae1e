import { app } from '$lib/server/app';
import { progress } from '$lib/server/services/drill/drills';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => ({ grades: await progress((await app()).db) });
