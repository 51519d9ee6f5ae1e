/** After a group was charged: what of the charge fell to each pack, and what each reads by itself. */
import { Op } from 'sequelize';
import { judgeParted, type PartedVerdict } from '$core/parallel/parted';
import { sharesOf } from '$core/pack/load';
import type { Pack } from '$core/pack/pack';
import { isOpen, type Run } from '$core/log/run';
import type { Store } from '../../db/connect';
import { toPack, toReading } from '../../db/map';

export interface PartedPack {
	pack: Pack;
	onShelf: boolean;
	/** Its part of what went in, by capacity: an estimate, Ah; null where nothing is known. */
	shareAh: number | null;
	/** Each cell after parting, and when; null until it is measured by itself. */
	cellV: number[] | null;
	takenAt: string | null;
	verdict: PartedVerdict | null;
}

/** The packs of an ended group; empty for a pack alone, and while it runs. A later run of a pack ends what can be said of it here. */
export async function partedOf(db: Store, run: Run): Promise<PartedPack[]> {
	if (run.joined.length === 0 || isOpen(run) || run.endedAt === null) return [];
	const ids = [run.packId, ...run.joined];
	const rows = await db.models.Pack.findAll({ where: { id: ids }, paranoid: false });
	const byId = new Map(rows.map((row) => [row.get('id'), row]));
	const known = ids.flatMap((id) => byId.get(id) ?? []);
	const packs = known.map(toPack);
	const shares = sharesOf(packs.map((pack) => ({ pack })));
	const members = await Promise.all(
		packs.map(async (pack, k): Promise<PartedPack> => {
			const next = await db.models.RunPack.findOne({
				where: { packId: pack.id, deletedAt: null, startedAt: { [Op.gt]: run.endedAt! } },
				order: [['startedAt', 'ASC']]
			});
			const until = next ? { [Op.lt]: next.get('startedAt') } : {};
			const row = await db.models.Reading.findOne({
				// At the end itself all of them read what the charger showed of them together.
				where: { packId: pack.id, takenAt: { [Op.gt]: new Date(run.endedAt!), ...until } },
				order: [['takenAt', 'ASC']]
			});
			const reading = row ? toReading(row) : null;
			const cellV = reading?.cellVoltagesV?.length === pack.cells ? reading.cellVoltagesV : null;
			return {
				pack,
				onShelf: known[k].get('deletedAt') == null,
				shareAh: run.chargeAh === null ? null : run.chargeAh * shares[k],
				cellV,
				takenAt: cellV ? reading!.takenAt : null,
				verdict: null
			};
		})
	);
	const measured = members.filter((m) => m.cellV !== null);
	const verdicts = judgeParted(measured.map((m) => ({ pack: m.pack, cellV: m.cellV! })));
	// One alone has nothing to be held against.
	if (measured.length < 2) return members;
	return members.map((m) => ({ ...m, verdict: verdicts.find((v) => v.packId === m.pack.id) ?? null }));
}
