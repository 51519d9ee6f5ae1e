import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { getCharger, listSupplies } from '$lib/server/services/chargers/chargers';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
	const { db } = await app();
	const charger = await getCharger(db, params.id);
	if (!charger.ok) error(404, charger.message);
	return { charger: charger.value, supplies: await listSupplies(db) };
};
