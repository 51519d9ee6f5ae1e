/**
 * After a group was charged: what of the charge fell to each pack, and what each reads by itself.
 */
import { Op } from 'sequelize';
import { judgeParted, type PartedVerdict } from '$core/parallel/parted';
import { takenBy, type Taken } from '$core/parallel/taken';
import type { Pack } from '$core/pack/pack';
import { isOpen, type Run } from '$core/log/run';
import type { Store } from '../../db/connect';
import { toPack, toReading } from '../../db/map';

export interface PartedPack {
	pack: Pack;
	onShelf: boolean;
	/** Its part of what went in: an estimate; null where nothing is known. */
	taken: Taken | null;
	/** Each cell before it was joined; null where it was not read then. */
	beforeV: number[] | null;
	/** Each cell after parting, and when; null until it is measured by itself. */
	cellV: number[] | null;
	takenAt: string | null;
	verdict: PartedVerdict | null;
}

export interface PartedGroup {
	packs: PartedPack[];
	/** Where volts and counted charge contradict each other. */
	contradiction: string | null;
}

/**
 * Before joining every pack was read within this, and after this long what it reads is no longer
 * the end of that charge, ms.
 */
const BEFORE_WITHIN_MS = 3600e3;
const PARTED_WITHIN_MS = 3 * 86400e3;

/** The first reading of every cell of a pack between two moments, or the last. */
async function cellsOf(db: Store, pack: Pack, fromMs: number, toMs: number, order: 'ASC' | 'DESC') {
	const rows = await db.models.Reading.findAll({
		where: { packId: pack.id, takenAt: { [Op.between]: [new Date(fromMs), new Date(toMs)] } },
		order: [['takenAt', order]]
	});
	const reading = rows.map(toReading).find((r) => r.cellVoltagesV?.length === pack.cells);
	return reading ? { cellV: reading.cellVoltagesV!, takenAt: reading.takenAt } : null;
}

/**
 * The packs of an ended group; empty for a pack alone, and while it runs. A later run of a pack
 * ends what can be said of it here.
 */
export async function partedOf(db: Store, run: Run): Promise<PartedGroup> {
	if (run.joined.length === 0 || isOpen(run) || run.endedAt === null)
		return { packs: [], contradiction: null };
	const ids = [run.packId, ...run.joined];
	const rows = await db.models.Pack.findAll({ where: { id: ids }, paranoid: false });
	const byId = new Map(rows.map((row) => [row.get('id'), row]));
	const known = ids.flatMap((id) => byId.get(id) ?? []);
	const packs = known.map(toPack);
	const members = await Promise.all(
		packs.map(async (pack, k): Promise<PartedPack> => {
			const next = await db.models.RunPack.findOne({
				where: { packId: pack.id, deletedAt: null, startedAt: { [Op.gt]: run.endedAt! } },
				order: [['startedAt', 'ASC']]
			});
			const latest = Date.parse(run.endedAt!) + PARTED_WITHIN_MS;
			const until = Math.min(latest, next ? Date.parse(String(next.get('startedAt'))) : Infinity);
			// At the end itself all of them read what the charger showed of them together.
			const after = await cellsOf(db, pack, Date.parse(run.endedAt!) + 1, until, 'ASC');
			const began = Date.parse(run.startedAt);
			const before = await cellsOf(db, pack, began - BEFORE_WITHIN_MS, began, 'DESC');
			return {
				pack,
				onShelf: known[k].get('deletedAt') == null,
				taken: null,
				beforeV: before?.cellV ?? null,
				cellV: after?.cellV ?? null,
				takenAt: after?.takenAt ?? null,
				verdict: null
			};
		})
	);
	const takings = takenBy(
		members.map((m) => ({ pack: m.pack, beforeV: m.beforeV, afterV: m.cellV })),
		run.chargeAh
	);
	const measured = members.filter((m) => m.cellV !== null);
	const verdicts = judgeParted(measured.map((m) => ({ pack: m.pack, cellV: m.cellV!, beforeV: m.beforeV })));
	return {
		packs: members.map((m, k) => ({
			...m,
			taken: takings.packs?.[k] ?? null,
			// One alone has nothing to be held against.
			verdict: measured.length < 2 ? null : (verdicts.find((v) => v.packId === m.pack.id) ?? null)
		})),
		contradiction: takings.contradiction
	};
}
