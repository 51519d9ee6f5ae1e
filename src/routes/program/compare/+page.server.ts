import { error } from '@sveltejs/kit';
import { purposeOf, taskIdOf } from '$core/request/task';
import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { listChargers } from '$lib/server/services/chargers/chargers';
import { programContext } from '$lib/server/services/programs/programs';
import type { PageServerLoad } from './$types';

/**
 * One side of the comparison from its part of the address, `channel.purpose`; the other side's
 * where it is absent.
 */
export const load: PageServerLoad = async ({ url }) => {
	const { db } = await app();
	const now = bookNow();
	const q = url.searchParams;
	const packId = q.get('pack');
	if (!packId) error(404, 'Choose a pack first.');
	const chargers = await listChargers(db);
	const task = taskIdOf(q.get('task')) ?? 'balance';
	const usual = {
		channel: q.get('channel') ?? chargers[0]?.channels[0]?.id ?? '',
		purpose: q.get('purpose')
	};
	const side = async (key: string, otherPurpose: string) => {
		const [channelId, asked] = (q.get(key) ?? `${usual.channel}.${otherPurpose}`).split('.');
		const charger = chargers.find((c) => c.channels.some((ch) => ch.id === channelId));
		if (!charger) error(404, 'There is no such channel.');
		const purpose = purposeOf(asked) ?? 'standard';
		const context = await programContext(
			db,
			{ packId, chargerId: charger.id, channelId, task, purpose },
			now
		);
		if (!context.ok) error(context.status, context.message);
		return context.value;
	};
	const first = purposeOf(usual.purpose) ?? 'standard';
	const second = first === 'gentle' ? 'standard' : 'gentle';
	const [a, b] = await Promise.all([side('a', first), side('b', second)]);
	return { a, b, chargers, task };
};
