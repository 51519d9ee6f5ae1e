/**
 * How every pack on the shelf ages, computed in a process of its own some packs at a time and kept
 * in the data file; what is not computed yet comes with the next look.
 */
import type { Ageing, Course } from '$core/ageing/ageing';
import { log } from '../../log';
import { CORE_VERSION } from '../../core-version';
import type { Database } from '../../db/connect';
import { resultOfProcess } from '../../own-process';
import { heldResults, keepResults, type PackResult } from './kept-results';
import { allPacks } from './packs';

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

export interface AgeingLine {
	capacity: ReturnType<typeof brief>;
	resistance: ReturnType<typeof brief>;
	says: Ageing['says'];
}

export const ageingLine = ({ capacity, resistance, says }: Ageing): AgeingLine => ({
	capacity: brief(capacity),
	resistance: brief(resistance),
	says
});

export interface AgeingRequest {
	dataFile: string;
	core: string;
	packIds: string[];
	now: string;
}
/** Lines and capacity points of the packs that were asked for. */
export interface AgeingAnswer {
	lines: PackResult[];
	points: PackResult[];
}

/** Packs of one process: what it found is kept once it has ended. */
const AT_ONCE = 12;
/** Twelve packs of ten years take half a minute on a slow machine, ms. */
const MOST_MS = 300_000;

let going: { db: Database; share: number; ended: Promise<void> } | null = null;

async function compute(db: Database, packIds: readonly string[], now: string, tell: (share: number) => void) {
	for (let at = 0; at < packIds.length; at += AT_ONCE) {
		const request: AgeingRequest = {
			...{ dataFile: db.file, core: CORE_VERSION, now },
			packIds: packIds.slice(at, at + AT_ONCE)
		};
		const found = await resultOfProcess<AgeingAnswer>({
			...{ name: 'ageing-worker', source: 'services/packs/ageing-worker.ts', request },
			mostMs: MOST_MS,
			tell: (share) => tell((at + share * request.packIds.length) / packIds.length)
		});
		if (!('result' in found)) throw new Error(`the process of ageing: ${found.unfinished}`);
		await keepResults(db, CORE_VERSION, 'points', found.result.points);
		await keepResults(db, CORE_VERSION, 'ageing', found.result.lines);
	}
}

/** Computes what is missing, once for all who ask meanwhile. */
function computing(db: Database, packIds: readonly string[], now: string): NonNullable<typeof going> {
	if (going?.db === db) return going;
	const here: NonNullable<typeof going> = { db, share: 0, ended: Promise.resolve() };
	here.ended = compute(db, packIds, now, (share) => (here.share = share))
		// The data file may have been closed or exchanged: the next request begins anew.
		.catch((error: unknown) => log.warn({ err: error }, 'ageing of the shelf'))
		.finally(() => {
			if (going === here) going = null;
		});
	going = here;
	return here;
}

export interface ShelfAgeing {
	lines: ReadonlyMap<string, AgeingLine>;
	/** Share of the missing ones that is computed, 0 to 1; null where none is missing. */
	share: number | null;
	/** Packs without a line as yet. */
	missing: number;
}

/**
 * Lines of every pack that is not retired at the moment `now` (ISO 8601), as far as they are
 * computed after `waitMs` at most.
 */
export async function shelfAgeing(db: Database, now: string, waitMs: number): Promise<ShelfAgeing> {
	const until = performance.now() + waitMs;
	for (;;) {
		const [packs, lines] = await Promise.all([
			allPacks(db),
			heldResults<AgeingLine>(db, 'ageing', CORE_VERSION, now.slice(0, 10))
		]);
		const wanted = packs.filter((pack) => pack.condition !== 'retired');
		const missing = wanted.filter((pack) => !lines.has(pack.id)).map((pack) => pack.id);
		if (missing.length === 0) return { lines, share: null, missing: 0 };
		const { ended, share } = computing(db, missing, now);
		const leftMs = until - performance.now();
		if (leftMs <= 0) return { lines, share, missing: missing.length };
		const over = new Promise<void>((resolve) => setTimeout(resolve, leftMs).unref());
		await Promise.race([ended, over]);
	}
}
