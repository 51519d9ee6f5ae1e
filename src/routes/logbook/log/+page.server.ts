import { app } from '$lib/server/app';
import { listChargers } from '$lib/server/services/chargers/chargers';
import { allPacks } from '$lib/server/services/packs/packs';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url }) => {
	const { db } = await app();
	const [packs, chargers] = await Promise.all([allPacks(db), listChargers(db)]);
	return {
		packs: packs.map(({ id, name, chemistry, cells }) => ({ id, name, chemistry, cells })),
		channels: chargers.flatMap((c) =>
			c.channels.map((ch) => ({ id: ch.id, label: `${c.name} ${ch.label}` }))
		),
		packId: url.searchParams.get('pack') ?? ''
	};
};
