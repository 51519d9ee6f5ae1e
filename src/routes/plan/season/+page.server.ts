import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { season } from '$lib/server/services/plan/care';
import { allPacks } from '$lib/server/services/packs/packs';
import type { PageServerLoad } from './$types';

const MONTHS = 6;

export const load: PageServerLoad = async () => {
	const { db } = await app();
	const now = bookNow();
	const [months, packs] = await Promise.all([season(db, now, MONTHS), allPacks(db)]);
	return { months, names: Object.fromEntries(packs.map((p) => [p.id, p.name])), now };
};
