import { app } from '$lib/server/app';
import { lastEnded } from '$lib/server/services/runs/logbook';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends }) => {
	depends('app:channels');
	const { db } = await app();
	return { ended: await lastEnded(db, 6), now: new Date().toISOString() };
};
