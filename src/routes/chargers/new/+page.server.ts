import { app } from '$lib/server/app';
import { listChargers, listSupplies } from '$lib/server/services/chargers/chargers';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url }) => {
	const { db } = await app();
	const [supplies, chargers] = await Promise.all([listSupplies(db), listChargers(db)]);
	return { supplies, like: chargers.find((c) => c.id === url.searchParams.get('like')) ?? null };
};
