import { app } from '$lib/server/app';
import { listRuns } from '$lib/server/services/runs';
import { listPacks } from '$lib/server/services/packs';
import type { PageServerLoad } from './$types';

const PAGE = 40;

export const load: PageServerLoad = async ({ url, depends }) => {
	depends('app:channels');
	const { db } = await app();
	const packId = url.searchParams.get('pack') ?? undefined;
	const page = Math.max(1, Math.floor(Number(url.searchParams.get('page')) || 1));
	const now = new Date().toISOString();
	const [{ runs, total }, packs] = await Promise.all([
		listRuns(db, { ...(packId ? { packId } : {}), limit: PAGE, offset: (page - 1) * PAGE }),
		listPacks(db, now)
	]);
	return {
		runs,
		total,
		page,
		pages: Math.max(1, Math.ceil(total / PAGE)),
		packId: packId ?? '',
		packs: packs.map((p) => p.pack),
		now
	};
};
