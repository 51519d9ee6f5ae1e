import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { listPacks } from '$lib/server/services/packs/packs';
import { lastEnded } from '$lib/server/services/runs/logbook';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends }) => {
	depends('app:channels');
	const { db } = await app();
	const now = bookNow();
	const [ended, shelf] = await Promise.all([lastEnded(db, 6), listPacks(db, now)]);
	return {
		ended,
		/** Packs that are low: what a run would be begun for. */
		low: shelf
			.filter((p) => p.readiness.state === 'low')
			.map(({ pack, reading, readiness }) => ({ pack, reading, readiness })),
		now
	};
};
