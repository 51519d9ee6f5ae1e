import { z } from 'zod';
import { app } from '$lib/server/app';
import { listChargers } from '$lib/server/services/chargers/chargers';
import { judgeAll } from '$lib/server/services/runs/judgements';
import { listRuns, monthsOf } from '$lib/server/services/runs/logbook';
import type { RunFilter } from '$lib/server/services/runs/logbook-query';
import { allPacks } from '$lib/server/services/packs/packs';
import type { PageServerLoad } from './$types';

const PAGE = 40;

/** The page that was asked for; the first where that is no page. Nobody has a million of them. */
const pageOf = (typed: string | null): number => {
	const page = Math.floor(Number(typed));
	return page >= 1 && page <= 1e6 ? page : 1;
};

const day = z
	.string()
	.regex(/^\d{4}-\d{2}-\d{2}$/)
	.optional()
	.catch(undefined);
const words = z.string().trim().min(1).max(120).optional().catch(undefined);
/** What an address may ask for; what it cannot ask for is left out. */
const Asked = z.object({
	pack: words,
	charger: words,
	task: words,
	end: words,
	judged: z.enum(['sound', 'doubtful', 'not what it says']).optional().catch(undefined),
	from: day,
	to: day,
	q: words
});

export const load: PageServerLoad = async ({ url, depends }) => {
	depends('app:channels');
	const { db } = await app();
	const asked = Asked.parse(Object.fromEntries(url.searchParams));
	const page = pageOf(url.searchParams.get('page'));
	const { pack: packId, charger: chargerId, q: text, ...rest } = asked;
	const filter: RunFilter = { packId, chargerId, text, ...rest };
	if (asked.judged) await judgeAll(db);
	const [{ runs, total }, months, packs, chargers] = await Promise.all([
		listRuns(db, { ...filter, limit: PAGE, offset: (page - 1) * PAGE }),
		monthsOf(db, { ...filter, from: undefined, to: undefined }),
		allPacks(db),
		listChargers(db)
	]);
	return {
		runs,
		total,
		months,
		page,
		pages: Math.max(1, Math.ceil(total / PAGE)),
		asked,
		packs: packs.map(({ id, name }) => ({ id, name })),
		chargers: chargers.map(({ id, name }) => ({ id, name }))
	};
};
