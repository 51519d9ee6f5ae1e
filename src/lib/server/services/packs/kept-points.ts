/**
 * What each run says of its pack's capacity, kept while nothing that it is made of changes: a state
 * is estimated for each of them, and a pack of ten years has a thousand.
 */
import { capacityPoint, type AgedPoint } from '$core/ageing/points';
import type { Pack } from '$core/pack/pack';

interface KeptPoint {
	/** The run and what was known as it began. */
	key: string;
	point: AgedPoint | null;
}
interface KeptPack {
	described: string;
	byRun: Map<string, KeptPoint>;
}

/** By pack; the one that was asked for last stands last. */
const packs = new Map<string, KeptPack>();
const MOST_PACKS = 100;

/** {@link capacityPoint} for runs of `pack`, with answers of before where they still hold. */
export function keptPoints(pack: Pack): typeof capacityPoint {
	const described = JSON.stringify(pack);
	const before = packs.get(pack.id);
	const kept = before?.described === described ? before : { described, byRun: new Map<string, KeptPoint>() };
	packs.delete(pack.id);
	packs.set(pack.id, kept);
	if (packs.size > MOST_PACKS) packs.delete(packs.keys().next().value!);
	return (_pack, seen) => {
		const key = JSON.stringify(seen);
		const last = kept.byRun.get(seen.run.id);
		if (last?.key === key) return last.point;
		const point = capacityPoint(pack, seen);
		kept.byRun.set(seen.run.id, { key, point });
		return point;
	};
}
