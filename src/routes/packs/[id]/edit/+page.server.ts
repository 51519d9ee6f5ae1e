import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { getPack } from '$lib/server/services/packs';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
	const pack = await getPack((await app()).db, params.id);
	if (!pack.ok) error(404, pack.message);
	return { pack: pack.value };
};
