import { redirect } from '@sveltejs/kit';
import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { listPacks } from '$lib/server/services/packs/packs';
import { currentPlan, listPlans } from '$lib/server/services/plan/plans';
import { listChargers } from '$lib/server/services/chargers/chargers';
import type { PageServerLoad } from './$types';

/**
 * The plan that goes on or comes next; all of them where there is none, or where they are asked
 * for.
 */
export const load: PageServerLoad = async ({ url, depends }) => {
	depends('app:plan');
	const { db } = await app();
	const now = bookNow();
	const current = await currentPlan(db, now);
	if (current && !url.searchParams.has('all')) redirect(307, `/plan/${current.id}`);
	const [plans, shelf, chargers] = await Promise.all([listPlans(db), listPacks(db, now), listChargers(db)]);
	return { plans, packs: shelf.length, chargers: chargers.length, now };
};
