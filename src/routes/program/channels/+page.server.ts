import { error, redirect } from '@sveltejs/kit';
import { chemistryOf } from '$core/chemistry/catalogue';
import { usualPurpose } from '$core/practice/practice';
import { ordinaryTask, purposeOf, taskIdOf } from '$core/request/task';
import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { getPreferences } from '$lib/server/services/house/preferences';
import { getPack } from '$lib/server/services/packs/packs';
import { channelOffers } from '$lib/server/services/programs/channel-offers';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url, depends }) => {
	depends('app:channels');
	const { db } = await app();
	const q = url.searchParams;
	const packId = q.get('pack');
	if (!packId) redirect(307, '/program');
	const found = await getPack(db, packId);
	if (!found.ok) error(found.status, found.message);
	const pack = found.value;
	const { practice } = await getPreferences(db);
	const task = taskIdOf(q.get('task')) ?? ordinaryTask(chemistryOf(pack.chemistry), pack.cells);
	const purpose = purposeOf(q.get('purpose')) ?? usualPurpose(practice, pack.practice);
	const now = bookNow();
	const offers = await channelOffers(db, { packId, task, purpose }, now);
	if (!offers.ok) error(offers.status, offers.message);
	return { pack, task, purpose, offers: offers.value, chosen: q.get('channel'), now };
};
