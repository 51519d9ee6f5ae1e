import { error } from '@sveltejs/kit';
import { channelPlaceOf } from '$core/charger/charger';
import { isWork } from '$core/plan/due-care';
import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { listChargers } from '$lib/server/services/chargers/chargers';
import { allPacks } from '$lib/server/services/packs/packs';
import { careUntil } from '$lib/server/services/plan/care';
import { getPlan, listPlans } from '$lib/server/services/plan/plans';
import { standingOf } from '$lib/server/services/plan/standing';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, depends }) => {
	depends('app:plan');
	depends('app:channels');
	const { db } = await app();
	const now = bookNow();
	const plan = await getPlan(db, params.id);
	if (!plan.ok) error(404, 'There is no such plan.');
	const [standing, chargers, packs, plans, care] = await Promise.all([
		standingOf(db, plan.value, now),
		listChargers(db),
		allPacks(db),
		listPlans(db, 20),
		careUntil(db, now, plan.value.until)
	]);
	return {
		standing,
		benchChannels: chargers.flatMap((charger) =>
			charger.channels.map((channel) => ({
				id: channel.id,
				chargerId: charger.id,
				name: channelPlaceOf(charger, channel, chargers),
				short: charger.channels.length === 1 ? charger.name : `${charger.name} ${channel.label}`
			}))
		),
		packs: packs.filter((p) => p.condition === 'in service').map((p) => ({ id: p.id, name: p.name })),
		names: Object.fromEntries(packs.map((p) => [p.id, p.name])),
		plans: plans.map(({ id, name }) => ({ id, name })),
		care: care.filter(isWork),
		now
	};
};
