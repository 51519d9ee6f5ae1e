import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { getPreferences } from '$lib/server/services/house/preferences';
import { kindsOf, pileOf, placesOf } from '$lib/server/services/packs/pile';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url, depends }) => {
	depends('app:channels');
	const { db } = await app();
	const now = bookNow();
	const kinds = await kindsOf(db);
	const kind = kinds.find((k) => k.id === url.searchParams.get('kind')) ?? kinds[0] ?? null;
	const pile = kind ? await pileOf(db, kind.id, now) : [];
	const bench = pile.length ? await placesOf(db, pile[0].pack, now) : { places: [], assumed: false };
	const { practice } = await getPreferences(db);
	return { kinds, kind, pile, ...bench, practice, now };
};
