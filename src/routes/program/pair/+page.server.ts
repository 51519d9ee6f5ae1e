import { error } from '@sveltejs/kit';
import { chemistryOf } from '$core/chemistry/catalogue';
import { ordinaryTask, purposeOf, taskIdOf } from '$core/request/task';
import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { listChargers } from '$lib/server/services/chargers/chargers';
import { listPacks } from '$lib/server/services/packs/packs';
import { programContext } from '$lib/server/services/programs/programs';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url }) => {
	const { db } = await app();
	const now = bookNow();
	const q = url.searchParams;
	const [shelf, chargers] = await Promise.all([listPacks(db, now), listChargers(db)]);
	const packs = shelf.map((p) => p.pack);
	const pack = packs.find((p) => p.id === q.get('pack'));
	if (!pack) error(404, 'Choose a pack first.');
	const partner = packs.find((p) => p.id === (q.get('with') ?? pack.pairId)) ?? null;
	const channels = chargers.flatMap((c) => c.channels.map((channel) => ({ charger: c, channel })));
	const first = channels.find((c) => c.channel.id === q.get('channel')) ?? channels[0];
	if (!first) error(404, 'Describe a charger first.');
	const second =
		channels.find((c) => c.channel.id === q.get('channel2')) ??
		channels.find((c) => c.charger.id === first.charger.id && c.channel.id !== first.channel.id) ??
		channels.find((c) => c.channel.id !== first.channel.id) ??
		first;
	const task = taskIdOf(q.get('task')) ?? ordinaryTask(chemistryOf(pack.chemistry), pack.cells);
	const purpose = purposeOf(q.get('purpose')) ?? 'standard';
	const contextOf = async (packId: string, at: typeof first) => {
		const context = await programContext(
			db,
			{ packId, chargerId: at.charger.id, channelId: at.channel.id, task, purpose },
			now
		);
		if (!context.ok) error(context.status, context.message);
		return context.value;
	};
	return {
		pack,
		packs: packs.filter((p) => p.id !== pack.id && p.chemistry === pack.chemistry && p.cells === pack.cells),
		chargers,
		a: await contextOf(pack.id, first),
		b: partner ? await contextOf(partner.id, second) : null
	};
};
