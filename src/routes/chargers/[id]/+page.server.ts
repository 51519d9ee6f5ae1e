import { error } from '@sveltejs/kit';
import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { getCharger, getSupply } from '$lib/server/services/chargers/chargers';
import { listPacks } from '$lib/server/services/packs/packs';
import { slotsOf } from '$lib/server/services/chargers/slots';
import { listRuns } from '$lib/server/services/runs/logbook';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, depends }) => {
	depends('app:channels');
	const { db } = await app();
	const charger = await getCharger(db, params.id);
	if (!charger.ok) error(404, charger.message);
	const now = bookNow();
	const [supply, packs, slots, { runs, total }] = await Promise.all([
		getSupply(db, charger.value.supplyId),
		listPacks(db, now),
		slotsOf(db, params.id),
		listRuns(db, { chargerId: params.id, limit: 6 })
	]);
	const able = packs.map((p) => p.pack).filter((p) => p.condition === 'in service');
	return { charger: charger.value, supply, packs: able, slots, runs, total };
};
