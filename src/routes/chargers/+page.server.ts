import { app } from '$lib/server/app';
import { listChargers, listSupplies } from '$lib/server/services/chargers/chargers';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ depends }) => {
	depends('app:channels');
	const { db } = await app();
	const [chargers, supplies] = await Promise.all([listChargers(db), listSupplies(db)]);
	return { chargers, supplies };
};
