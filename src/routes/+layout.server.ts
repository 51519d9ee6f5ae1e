import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { clockNote } from '$lib/server/services/house/clock-steps';
import { channelStates } from '$lib/server/services/house/today';
import { alarmsNow } from '$lib/server/services/runs/alarms';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ depends }) => {
	depends('app:channels');
	const { db } = await app();
	const [channels, alarms] = await Promise.all([channelStates(db), alarmsNow(db, bookNow())]);
	return { channels, alarms, clock: clockNote() };
};
