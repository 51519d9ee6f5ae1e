/**
 * What each run says of its pack's capacity, kept while nothing that it is made of changes: a state
 * is estimated for each of them, and a pack of ten years has a thousand.
 */
import { createHash } from 'node:crypto';
import { capacityPoint, type AgedPoint, type RunSeen } from '$core/ageing/points';
import type { Pack } from '$core/pack/pack';

interface KeptPoint {
	/** Hash of the run and of what was known as it began. */
	key: string;
	point: AgedPoint | null;
}
interface KeptPack {
	described: string;
	byRun: Map<string, KeptPoint>;
}

/** Points of a pack's runs as they are kept in the data file, with the description they are of. */
export interface StoredPoints {
	described: string;
	points: [runId: string, key: string, point: AgedPoint | null][];
}

/** By pack; the one that was asked for last stands last. */
const packs = new Map<string, KeptPack>();
const MOST_PACKS = 100;

const hashOf = (value: unknown): string =>
	createHash('sha1').update(JSON.stringify(value)).digest('base64').slice(0, 16);

function keptOf(pack: Pack): KeptPack {
	const described = hashOf(pack);
	const before = packs.get(pack.id);
	const kept = before?.described === described ? before : { described, byRun: new Map<string, KeptPoint>() };
	packs.delete(pack.id);
	packs.set(pack.id, kept);
	if (packs.size > MOST_PACKS) packs.delete(packs.keys().next().value!);
	return kept;
}

/** {@link capacityPoint} for runs of `pack`, with answers of before where they still hold. */
export function keptPoints(pack: Pack): typeof capacityPoint {
	const kept = keptOf(pack);
	return (_pack, seen: RunSeen) => {
		const key = hashOf(seen);
		const last = kept.byRun.get(seen.run.id);
		if (last?.key === key) return last.point;
		const point = capacityPoint(pack, seen);
		kept.byRun.set(seen.run.id, { key, point });
		return point;
	};
}

/** Takes points that were kept in the data file for answers of before. */
export function seedPoints(pack: Pack, stored: StoredPoints | null): void {
	const kept = keptOf(pack);
	if (stored?.described !== kept.described || !Array.isArray(stored.points)) return;
	for (const [runId, key, point] of stored.points)
		if (!kept.byRun.has(runId)) kept.byRun.set(runId, { key, point });
}

/** The points of a pack, to be kept in the data file. */
export function pointsToKeep(pack: Pack): StoredPoints {
	const { described, byRun } = keptOf(pack);
	return { described, points: [...byRun].map(([runId, { key, point }]) => [runId, key, point]) };
}
