import { app } from '$lib/server/app';
import { listRuns } from '$lib/server/services/runs/logbook';
import { allPacks } from '$lib/server/services/packs/packs';
import type { PageServerLoad } from './$types';

const PAGE = 40;

/** The page that was asked for; the first where that is no page. Nobody has a million of them. */
const pageOf = (typed: string | null): number => {
	const page = Math.floor(Number(typed));
	return page >= 1 && page <= 1e6 ? page : 1;
};

export const load: PageServerLoad = async ({ url, depends }) => {
	depends('app:channels');
	const { db } = await app();
	const packId = url.searchParams.get('pack') ?? undefined;
	const page = pageOf(url.searchParams.get('page'));
	const now = new Date().toISOString();
	const [{ runs, total }, packs] = await Promise.all([
		listRuns(db, { ...(packId ? { packId } : {}), limit: PAGE, offset: (page - 1) * PAGE }),
		allPacks(db)
	]);
	return {
		runs,
		total,
		page,
		pages: Math.max(1, Math.ceil(total / PAGE)),
		packId: packId ?? '',
		packs: packs.map(({ id, name }) => ({ id, name })),
		now
	};
};
