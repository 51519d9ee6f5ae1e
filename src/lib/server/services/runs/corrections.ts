/**
 * Figures of a run that has ended, corrected: what stood there is kept, and what follows from
 * them is computed from the new ones.
 */
import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { CORRECTED, type Correction } from '$core/log/correction';
import { isOpen, type Run } from '$core/log/run';
import { RunResultSchema } from '$core/log/run-schema';
import { setBack } from './set-back';
import type { Database, Store } from '../../db/connect';
import { shapeOf, toRun } from '../../db/map';
import { checked, done, missing, refuse, type Result } from '../../result';

/** The corrections of a run, oldest first. */
export async function correctionsOf(db: Store, runId: string): Promise<(Correction & { id: string })[]> {
	const rows = await db.models.Correction.findAll({ where: { runId }, order: [['at', 'ASC']] });
	return rows.map((row) => shapeOf('Correction', row));
}

/**
 * What the run left in its packs was read off the same screen: that reading is the corrected one.
 */
async function mendReading(tx: Store, run: Run, was: number[] | null, cellV: number[] | null): Promise<void> {
	if (run.endedAt === null) return;
	for (const packId of [run.packId, ...run.joined]) {
		const rows = await tx.models.Reading.findAll({ where: { packId, state: 'just used' } });
		const own = rows.find(
			(row) =>
				Date.parse(row.get('takenAt')) === Date.parse(run.endedAt!) &&
				isDeepStrictEqual(row.get('cellVoltagesV'), was)
		);
		if (own && cellV) await own.update({ cellVoltagesV: cellV, packVoltageV: null });
		else if (own) await own.destroy();
		else if (cellV)
			await tx.models.Reading.create({
				id: randomUUID(),
				packId,
				takenAt: run.endedAt,
				cellVoltagesV: cellV,
				packVoltageV: null,
				state: 'just used',
				usedSince: 'not used',
				temperatureDegC: null,
				cellResistancesOhm: null
			});
	}
}

/**
 * Corrects what `input` names of a run that has ended; figures that stay as they are leave no
 * trace.
 */
export async function correctRun(
	db: Database,
	id: string,
	input: unknown,
	now: string
): Promise<Result<Run>> {
	return db.write<Result<Run>>(async (tx) => {
		const row = await tx.models.Run.findByPk(id);
		if (!row) return missing('run');
		const run = toRun(row);
		if (isOpen(run)) return refuse(409, 'This run is going on: its figures are written down when it ends.');
		const given = typeof input === 'object' && input !== null ? input : {};
		const { endReason, chargeAh, endCellVoltagesV, message, notes } = run;
		const before = {
			endReason,
			durationMin: (run.durationS ?? 0) / 60,
			begunEarlier: false,
			chargeAh: chargeAh ?? 0,
			endCellVoltagesV,
			message,
			notes
		};
		const valid = checked(RunResultSchema, { ...before, ...given, notes });
		if (!valid.ok) return valid;
		const { durationMin, begunEarlier: _begun, ...rest } = valid.value;
		const { cells } = run.settings;
		if (rest.endCellVoltagesV && rest.endCellVoltagesV.length !== cells)
			return refuse(422, `Give ${cells} voltages, one for each cell.`, {
				endCellVoltagesV: `Give ${cells} voltages, one for each cell.`
			});
		const named = new Set(Object.keys(given).map((key) => (key === 'durationMin' ? 'durationS' : key)));
		const after: Record<string, unknown> = { ...rest, durationS: durationMin * 60 };
		const changed = CORRECTED.filter((key) => named.has(key) && !isDeepStrictEqual(run[key], after[key]));
		for (const field of changed)
			await tx.models.Correction.create({
				id: randomUUID(),
				runId: id,
				at: now,
				field,
				was: JSON.stringify(run[field]),
				became: JSON.stringify(after[field])
			});
		if (changed.includes('endCellVoltagesV'))
			await mendReading(tx, run, run.endCellVoltagesV, rest.endCellVoltagesV);
		await row.update(Object.fromEntries(changed.map((key) => [key, after[key]])));
		// More minutes than were thought: it had begun before it was noted.
		if (changed.includes('durationS') && run.mode === 'by hand' && run.endedAt !== null)
			await setBack(tx, row, run, durationMin, run.endedAt);
		return done(toRun(row));
	});
}
