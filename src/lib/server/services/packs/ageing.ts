/**
 * A pack over time, from everything that its runs, readings and uses say; kept until the next
 * write.
 */
import { QueryTypes } from 'sequelize';
import { ageingOf, type Ageing } from '$core/ageing/ageing';
import type { Quiet } from '$core/ageing/leaks';
import type { RunSeen } from '$core/ageing/points';
import { runRecordOf } from '$core/log/run-record';
import type { Pack } from '$core/pack/pack';
import type { Reading } from '$core/pack/reading';
import type { Use } from '$core/pack/use';
import type { PackEvent } from '$core/pack-state/event';
import type { Store } from '../../db/connect';
import { LoopSlices } from '../../loop-slices';
import { endOfRow, type EndRow } from './end-row';
import { keptPoints } from './kept-points';

interface RunRow extends EndRow {
	id: string;
	startedAt: string;
	endedAt: string;
	fitAh: number | null;
	fitError: number | null;
}
interface ReadingRow {
	id: string;
	takenAt: string;
	cellVoltagesV: string | null;
	packVoltageV: number | null;
	state: Reading['state'];
	usedSince: Reading['usedSince'];
	lowFor: Reading['lowFor'];
	temperatureDegC: number | null;
	cellResistancesOhm: string | null;
}

/**
 * A reading longer before a run than this is not how the run began: nobody says what was done
 * meanwhile, h.
 */
const BEFORE_H = 6;
/** Volts this soon after a run still come to rest, h. */
const SETTLED_H = 1;
const HOUR_MS = 3600e3;

const iso = (at: string): string => new Date(at).toISOString();
const list = (json: string | null): number[] | null => (json ? (JSON.parse(json) as number[] | null) : null);
const select = { type: QueryTypes.SELECT } as const;

async function runsOf(db: Store, packId: string): Promise<RunRow[]> {
	return db.sequelize.query<RunRow>(
		`SELECT run.id, run.task, run.endReason, run.durationS, run.chargeAh, run.expectedAh, run.startedAt, run.endedAt,
			json_array_length(run.joined, '$.value') AS joined, json_extract(run.settings, '$.value') AS settings,
			json_extract(run.endCellVoltagesV, '$.value') AS endCellVoltagesV, fit.capacityAh AS fitAh, fit.error AS fitError
		 FROM run_packs p JOIN runs run ON run.id = p.runId LEFT JOIN run_fits fit ON fit.runId = run.id
		 WHERE p.packId = :packId AND p.deletedAt IS NULL AND p.endedAt IS NOT NULL ORDER BY p.startedAt`,
		{ ...select, replacements: { packId } }
	);
}

async function readingsIn(db: Store, packId: string): Promise<Reading[]> {
	const rows = await db.sequelize.query<ReadingRow>(
		`SELECT id, takenAt, json_extract(cellVoltagesV, '$.value') AS cellVoltagesV, packVoltageV, state, usedSince, lowFor, temperatureDegC,
			json_extract(cellResistancesOhm, '$.value') AS cellResistancesOhm
		 FROM readings WHERE packId = :packId ORDER BY takenAt`,
		{ ...select, replacements: { packId } }
	);
	return rows.map((row) => ({
		...row,
		packId,
		takenAt: iso(row.takenAt),
		cellVoltagesV: list(row.cellVoltagesV),
		cellResistancesOhm: list(row.cellResistancesOhm),
		chargerCellsV: null,
		chargerChannelId: null
	}));
}

/**
 * The newest of `sorted` by the moment `at`, with a pointer that only moves on: both lists are
 * gone through once.
 */
function upTo<T>(sorted: readonly T[], momentOf: (one: T) => string): (at: string) => T | null {
	let next = 0;
	return (at) => {
		while (next < sorted.length && momentOf(sorted[next]) <= at) next++;
		return sorted[next - 1] ?? null;
	};
}

const useEvent = ({ at, felt }: Pick<Use, 'at' | 'felt'>): PackEvent => ({
	kind: 'use',
	id: `use ${at}`,
	at,
	minutes: null,
	felt
});

function runEvent(row: RunRow, end: RunSeen['run']): PackEvent {
	const joined = row.joined > 0;
	return {
		...{ kind: 'run', id: row.id, startedAt: row.startedAt, at: row.endedAt, open: false, joined },
		...runRecordOf(end, [], !joined)
	};
}

/** What a pack's whole past says of how it ages, at the moment `now` (ISO 8601). */
export const packAgeing = (db: Store, pack: Pack, now: string): Promise<Ageing> =>
	db.kept(`ageing ${pack.id} ${now.slice(0, 10)}`, async () => {
		const [rows, readings, useRows] = await Promise.all([
			runsOf(db, pack.id),
			readingsIn(db, pack.id),
			db.sequelize.query<{ at: string; felt: Use['felt'] }>(
				`SELECT at, felt FROM uses WHERE packId = :packId AND deletedAt IS NULL ORDER BY at`,
				{ ...select, replacements: { packId: pack.id } }
			)
		]);
		const uses = useRows.map(({ at, felt }) => ({ at: iso(at), felt }));
		const runs = rows.map((row) => ({ ...row, startedAt: iso(row.startedAt), endedAt: iso(row.endedAt) }));
		const endsSeen = runs.map((row): RunSeen['run'] => {
			const { pack: _pack, ...end } = endOfRow(row, pack);
			return { ...end, id: row.id, startedAt: row.startedAt, endedAt: row.endedAt };
		});
		const readingBy = upTo(readings, (r) => r.takenAt);
		const useBy = upTo(uses, (u) => u.at);
		const seen = runs.map((row, k): RunSeen => {
			const use = useBy(row.startedAt);
			const last = k === 0 ? null : runs[k - 1];
			const prior =
				use && (!last || use.at > last.endedAt) ? useEvent(use) : last && runEvent(last, endsSeen[k - 1]);
			const reading = readingBy(row.startedAt);
			const fresh =
				reading !== null &&
				Date.parse(row.startedAt) - Date.parse(reading.takenAt) <= BEFORE_H * HOUR_MS &&
				(prior === null || reading.takenAt >= prior.at);
			return {
				run: endsSeen[k],
				before: fresh ? reading : null,
				prior,
				fit: row.joined === 0 && row.fitAh !== null ? { capacityAh: row.fitAh, error: row.fitError! } : null
			};
		});
		const moments = [...runs.map((r) => r.startedAt), ...uses.map((u) => u.at)].sort();
		const ends = [...runs.map((r) => r.endedAt), ...uses.map((u) => u.at)].sort();
		const movedBy = upTo(moments, (m) => m);
		const endedBy = upTo(ends, (m) => m);
		const rested = readings.filter((r) => r.state === 'rest' && r.cellVoltagesV?.length === pack.cells);
		const quiet = rested.flatMap((to, k): Quiet[] => {
			const from = rested[k - 1];
			const settled = from && endedBy(from.takenAt);
			const movedAt = movedBy(to.takenAt);
			if (!from || to.usedSince !== 'not used' || (movedAt && movedAt > from.takenAt)) return [];
			if (settled && Date.parse(from.takenAt) - Date.parse(settled) < SETTLED_H * HOUR_MS) return [];
			return [{ from, to }];
		});
		const pointOf = keptPoints(pack);
		const slices = new LoopSlices();
		for (const run of seen) {
			pointOf(pack, run);
			await slices.pause();
		}
		return ageingOf(pack, seen, readings, quiet, now, pointOf);
	});
