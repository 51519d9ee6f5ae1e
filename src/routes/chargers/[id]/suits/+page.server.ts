import { error } from '@sveltejs/kit';
import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { getCharger, getSupply } from '$lib/server/services/chargers/chargers';
import { listPacks } from '$lib/server/services/packs/packs';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
	const { db } = await app();
	const now = bookNow();
	const charger = await getCharger(db, params.id);
	if (!charger.ok) error(404, charger.message);
	const [supply, shelf] = await Promise.all([getSupply(db, charger.value.supplyId), listPacks(db, now)]);
	const packs = shelf.map((p) => p.pack).filter((p) => p.condition === 'in service');
	return { charger: charger.value, supply, packs, now };
};
