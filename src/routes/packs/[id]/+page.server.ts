import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { listChargers } from '$lib/server/services/chargers/chargers';
import { drawAfter, lastUseOf } from '$lib/server/services/packs/uses';
import { packAgeing } from '$lib/server/services/packs/ageing';
import { drawnAgeing } from '$lib/server/services/packs/ageing-drawn';
import { careOf, historiesOf } from '$lib/server/services/packs/care';
import { packStateOf } from '$lib/server/services/packs/pack-states';
import { getPack, readingsOf } from '$lib/server/services/packs/packs';
import { getPreferences } from '$lib/server/services/house/preferences';
import { programsOf } from '$lib/server/services/programs/programs';
import { listRuns } from '$lib/server/services/runs/logbook';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, depends }) => {
	depends('app:channels');
	const { db } = await app();
	const found = await getPack(db, params.id);
	if (!found.ok) error(404, found.message);
	const now = new Date().toISOString();
	const [readings, kept, { practice }, histories, partner, { runs, total }, chargers] = await Promise.all([
		readingsOf(db, params.id, 12),
		programsOf(db, params.id),
		getPreferences(db),
		historiesOf(db, params.id),
		found.value.pairId ? getPack(db, found.value.pairId) : null,
		listRuns(db, { packId: params.id, limit: 12 }),
		listChargers(db)
	]);
	const state = await packStateOf(db, found.value, now);
	const use = await lastUseOf(db, params.id, now);
	return {
		pack: found.value,
		ageing: drawnAgeing(await packAgeing(db, found.value, now)),
		use,
		draw: use && (await drawAfter(db, found.value, use)),
		readings,
		kept,
		partner: partner?.ok ? partner.value.name : null,
		runs,
		cellPages: chargers.flatMap((c) =>
			c.channels
				.filter((channel) => channel.showsCells)
				.map((channel) => [channel.id, `${c.name} ${channel.label}`] as const)
		),
		totalRuns: total,
		state,
		...careOf(found.value, state, histories.get(params.id), practice),
		now
	};
};
