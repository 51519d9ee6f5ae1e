import { error, redirect } from '@sveltejs/kit';
import { purposeOf, taskIdOf } from '$core/request/task';
import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { listChargers, listSupplies } from '$lib/server/services/chargers/chargers';
import { listPacks } from '$lib/server/services/packs/packs';
import { getPreferences } from '$lib/server/services/house/preferences';
import { channelOffers } from '$lib/server/services/programs/channel-offers';
import { getProgram, programContext, programsOf } from '$lib/server/services/programs/programs';
import { slotsOf } from '$lib/server/services/chargers/slots';
import { chemistryOf } from '$core/chemistry/catalogue';
import { usualPurpose, type PracticeLayer } from '$core/practice/practice';
import { ordinaryTask } from '$core/request/task';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url, depends }) => {
	depends('app:channels');
	const { db } = await app();
	const now = bookNow();
	const q = url.searchParams;
	const [shelf, chargers, supplies] = await Promise.all([
		listPacks(db, now),
		listChargers(db),
		listSupplies(db)
	]);
	const packId = q.get('pack');
	const channelId = q.get('channel');
	const charger = chargers.find((c) => c.channels.some((ch) => ch.id === channelId)) ?? null;
	// From a pack the program opens on the channel that would have it done first; who wants another
	// one sees them all.
	if (packId && !charger && chargers.length && shelf.some((p) => p.pack.id === packId)) {
		const wanted = new URLSearchParams(q);
		const own = shelf.find((p) => p.pack.id === packId)!.pack;
		const { practice } = await getPreferences(db);
		const offers = await channelOffers(
			db,
			{
				packId,
				task: taskIdOf(q.get('task')) ?? ordinaryTask(chemistryOf(own.chemistry), own.cells),
				purpose: purposeOf(q.get('purpose')) ?? usualPurpose(practice, own.practice)
			},
			now
		);
		if (!offers.ok) error(offers.status, offers.message);
		wanted.set('channel', offers.value[0].channelId);
		redirect(307, offers.value[0].cannot === null ? `/program?${wanted}` : `/program/channels?${q}`);
	}
	const packs = shelf.map(({ pack, reading, readiness }) => ({ pack, reading, readiness }));
	if (!packId || !charger || !channelId)
		return {
			packs,
			chargers,
			supplies,
			chosen: { packId, channelId: charger ? channelId : null },
			context: null,
			kept: [],
			slots: [],
			start: null,
			follow: {},
			now
		};
	const pack = shelf.find((p) => p.pack.id === packId)?.pack;
	const task =
		taskIdOf(q.get('task')) ?? (pack ? ordinaryTask(chemistryOf(pack.chemistry), pack.cells) : 'charge');
	const { practice } = await getPreferences(db);
	const purpose = purposeOf(q.get('purpose')) ?? usualPurpose(practice, pack?.practice ?? {});
	const context = await programContext(db, { packId, chargerId: charger.id, channelId, task, purpose }, now);
	if (!context.ok) error(context.status, context.message);
	const [kept, slots] = await Promise.all([programsOf(db, packId), slotsOf(db, charger.id)]);
	const programId = q.get('program');
	const start = programId ? await getProgram(db, programId) : null;
	return {
		packs,
		chargers,
		supplies,
		chosen: { packId, channelId },
		context: context.value,
		kept,
		slots,
		start: start?.ok && start.value.packId === packId ? start.value : null,
		/** A discharge that checks the capacity goes to the floor, whatever the everyday end. */
		follow: (q.get('check') === 'capacity' ? { dischargeEnd: 'capacity check' } : {}) as PracticeLayer,
		now
	};
};
