import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { isWork } from '$core/plan/due-care';
import { careUntil } from '$lib/server/services/plan/care';
import { currentPlan } from '$lib/server/services/plan/plans';
import { listPacks } from '$lib/server/services/packs/packs';
import type { PageServerLoad } from './$types';

/** Care that comes due within so long is offered, ms. */
const AHEAD_MS = 3 * 86400e3;

export const load: PageServerLoad = async ({ url }) => {
	const { db } = await app();
	const now = bookNow();
	const until = new Date(Date.parse(now) + AHEAD_MS).toISOString();
	const [shelf, care, current] = await Promise.all([
		listPacks(db, now),
		careUntil(db, now, until),
		currentPlan(db, now)
	]);
	const known = new Set(shelf.map(({ pack }) => pack.id));
	return {
		shelf: shelf
			.filter((p) => p.readiness.state !== 'out of service')
			.map(({ pack, reading, readiness }) => ({ pack, reading, readiness })),
		care: care.filter(isWork),
		current: current && { id: current.id, name: current.name, jobs: current.jobs },
		/** Packs that are to be charged joined, or one that a person came from. */
		joined: (url.searchParams.get('joined') ?? '').split('.').filter((id) => known.has(id)),
		pack: url.searchParams.get('pack'),
		now
	};
};
