import { error } from '@sveltejs/kit';
import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { listChargers } from '$lib/server/services/chargers/chargers';
import { drawAfter, lastUseOf } from '$lib/server/services/packs/uses';
import { packAgeing } from '$lib/server/services/packs/ageing';
import { drawnAgeing } from '$lib/server/services/packs/ageing-drawn';
import { careOf, historiesOf } from '$lib/server/services/packs/care';
import { packStateOf, statesWithoutEach } from '$lib/server/services/packs/pack-states';
import { storyOf } from '$core/log/pack-story';
import { readinessOf } from '$core/care/readiness';
import type { Pack } from '$core/pack/pack';
import type { PackState } from '$core/pack-state/pack-state';
import type { PracticeLayer } from '$core/practice/practice';
import type { Store } from '$lib/server/db/connect';
import { getPack, readingsOf } from '$lib/server/services/packs/packs';
import { getPreferences } from '$lib/server/services/house/preferences';
import { programsOf } from '$lib/server/services/programs/programs';
import { listRuns } from '$lib/server/services/runs/logbook';
import type { PageServerLoad } from './$types';

/** What taking an event back would change, by its id; null where nothing would be known then. */
async function withoutEach(db: Store, pack: Pack, state: PackState, now: string, practice: PracticeLayer) {
	const clip = (share: number): number => Math.min(1, Math.max(0, share));
	const states = await statesWithoutEach(db, pack, state, now);
	return Object.fromEntries(
		[...states].map(([id, s]) => [
			id,
			s.charge && {
				low: clip(s.charge.low),
				high: clip(s.charge.high),
				readiness: readinessOf(pack, s, practice).sentence
			}
		])
	);
}

export const load: PageServerLoad = async ({ params, depends }) => {
	depends('app:channels');
	const { db } = await app();
	const found = await getPack(db, params.id);
	if (!found.ok) error(404, found.message);
	const now = bookNow();
	const [readings, kept, { practice }, histories, partner, { runs, total }, chargers] = await Promise.all([
		readingsOf(db, params.id, 12),
		programsOf(db, params.id),
		getPreferences(db),
		historiesOf(db, [params.id]),
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
		condition: state.condition,
		story: storyOf(state),
		without: await withoutEach(db, found.value, state, now, practice),
		...careOf(found.value, state, histories.get(params.id), practice),
		now
	};
};
