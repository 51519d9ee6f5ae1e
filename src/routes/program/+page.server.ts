import { error } from '@sveltejs/kit';
import { Purpose, TaskId } from '$core/program/task';
import { app } from '$lib/server/app';
import { listChargers } from '$lib/server/services/chargers';
import { listPacks } from '$lib/server/services/packs';
import { programContext } from '$lib/server/services/programs';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url, depends }) => {
	depends('app:channels');
	const { db } = await app();
	const now = new Date().toISOString();
	const q = url.searchParams;
	const [shelf, chargers] = await Promise.all([listPacks(db, now), listChargers(db)]);
	const packId = q.get('pack');
	const channelId = q.get('channel');
	const charger = chargers.find((c) => c.channels.some((ch) => ch.id === channelId)) ?? null;
	const packs = shelf.map(({ pack, reading, readiness }) => ({ pack, reading, readiness }));
	if (!packId || !charger || !channelId)
		return { packs, chargers, chosen: { packId, channelId: charger ? channelId : null }, context: null, now };
	const pack = shelf.find((p) => p.pack.id === packId)?.pack;
	const task = TaskId.catch(pack && pack.cells > 1 ? 'balance' : 'charge').parse(q.get('task'));
	const purpose = Purpose.catch('standard').parse(q.get('purpose'));
	const context = await programContext(db, { packId, chargerId: charger.id, channelId, task, purpose }, now);
	if (!context.ok) error(context.status, context.message);
	return { packs, chargers, chosen: { packId, channelId }, context: context.value, now };
};
