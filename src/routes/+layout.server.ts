import { app } from '$lib/server/app';
import { channelStates } from '$lib/server/services/house/today';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ depends }) => {
	depends('app:channels');
	const { db } = await app();
	return { channels: await channelStates(db) };
};
