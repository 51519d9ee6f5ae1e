import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { shelfAgeing, type AgeingLine } from '$lib/server/services/packs/ageing-shelf';
import { allPacks } from '$lib/server/services/packs/packs';
import type { Pack } from '$core/pack/pack';
import type { PageServerLoad } from './$types';

const GRAVITY: Record<AgeingLine['says'][number]['kind'], number> = { go: 0, soon: 1, look: 2, keep: 4 };
/** Wait for a small shelf; a large one is shown while the rest is computed, ms. */
const WAIT_MS = 1200;

type Row = AgeingLine & { pack: Pack };

export const load: PageServerLoad = async ({ depends }) => {
	depends('app:ageing');
	const { db } = await app();
	const now = bookNow();
	const { lines, share, missing } = await shelfAgeing(db, now, WAIT_MS);
	const rows = (await allPacks(db)).flatMap((pack): Row[] => {
		const line = lines.get(pack.id);
		return line && pack.condition !== 'retired' ? [{ pack, ...line }] : [];
	});
	const grave = ({ says, capacity }: Row) =>
		says.length ? Math.min(...says.map((s) => GRAVITY[s.kind])) : capacity ? 3 : 5;
	rows.sort(
		(a, b) =>
			grave(a) - grave(b) ||
			(a.capacity?.now.value ?? 9) / a.pack.capacityAh - (b.capacity?.now.value ?? 9) / b.pack.capacityAh
	);
	return { rows, share, missing, now };
};
