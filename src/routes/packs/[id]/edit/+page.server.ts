import { error } from '@sveltejs/kit';
import { app } from '$lib/server/app';
import { getPack, listPacks } from '$lib/server/services/packs';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
	const { db } = await app();
	const pack = await getPack(db, params.id);
	if (!pack.ok) error(404, pack.message);
	const shelf = await listPacks(db, new Date().toISOString());
	return { pack: pack.value, others: shelf.map((p) => p.pack) };
};
