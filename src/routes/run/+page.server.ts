import { app } from '$lib/server/app';
import { listRuns } from '$lib/server/services/runs';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends }) => {
	depends('app:channels');
	const { db } = await app();
	const { runs } = await listRuns(db, { status: 'ended', limit: 6 });
	return { ended: runs, now: new Date().toISOString() };
};
