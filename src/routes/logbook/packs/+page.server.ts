import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { packAgeing } from '$lib/server/services/packs/ageing';
import { allPacks } from '$lib/server/services/packs/packs';
import type { Ageing, Course } from '$core/ageing/ageing';
import type { Pack } from '$core/pack/pack';
import type { PageServerLoad } from './$types';

/** What a line of the shelf shows of a course: its figures, and some points of its line. */
const brief = (course: Course | null) =>
	course && {
		now: course.now,
		limit: course.limit,
		perYear: course.perYear,
		passes: course.passes,
		points: course.points.length,
		line: course.line.filter((_, k) => k % 4 === 0)
	};
const GRAVITY: Record<Ageing['says'][number]['kind'], number> = { go: 0, soon: 1, look: 2, keep: 4 };

interface Row {
	pack: Pack;
	capacity: ReturnType<typeof brief>;
	resistance: ReturnType<typeof brief>;
	says: Ageing['says'];
}

export const load: PageServerLoad = async () => {
	const { db } = await app();
	const now = bookNow();
	const packs = (await allPacks(db)).filter((p) => p.condition !== 'retired');
	const rows: Row[] = [];
	// One after another: each reads the whole past of a pack, and others wait for the same readers.
	for (const pack of packs) {
		const { capacity, resistance, says } = await packAgeing(db, pack, now);
		rows.push({ pack, capacity: brief(capacity), resistance: brief(resistance), says });
	}
	const grave = ({ says, capacity }: Row) =>
		says.length ? Math.min(...says.map((s) => GRAVITY[s.kind])) : capacity ? 3 : 5;
	rows.sort(
		(a, b) =>
			grave(a) - grave(b) ||
			(a.capacity?.now.value ?? 9) / a.pack.capacityAh - (b.capacity?.now.value ?? 9) / b.pack.capacityAh
	);
	return { rows, now };
};
