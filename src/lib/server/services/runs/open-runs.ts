/**
 * What happens to a run that is open: it turns out to have started, or not; it ends; it is found
 * to go on after all.
 */
import { randomUUID } from 'node:crypto';
import { UniqueConstraintError } from 'sequelize';
import { isOpen, OPEN_STATUSES, type Run } from '$core/log/run';
import type { Database, Store } from '../../db/connect';
import { toRun } from '../../db/map';
import type { RunRow } from '../../db/models';
import { done, missing, type Result } from '../../result';
import { writeEvent } from '../house/events';
import { live } from './live';

/** Every run that is open, as it is stored. */
export const openRuns = (db: Store): Promise<Run[]> =>
	db.kept('open runs', async () =>
		(await db.models.Run.findAll({ where: { status: OPEN_STATUSES } })).map(toRun)
	);

/** The open run on a channel; null when there is none. */
export const openRunOn = (db: Store, channelId: string): Promise<RunRow | null> =>
	db.models.Run.findOne({ where: { channelId, status: OPEN_STATUSES } });

/** The open run that a pack is in, alone or joined with others; null when there is none. */
export async function openRunOf(db: Store, packId: string): Promise<RunRow | null> {
	const open = await db.models.RunPack.findOne({ where: { packId, open: true } });
	return open && db.models.Run.findByPk(open.get('runId'));
}

/**
 * Writes down that a run has begun, with what was overridden for it. Only a start that happened
 * leaves a record.
 */
export async function recordStart(tx: Store, row: RunRow): Promise<void> {
	const id = row.get('id');
	const { Pack, Charger } = tx.models;
	for (const finding of row.get('overridden')) await writeEvent(tx, 'finding overridden', id, { ...finding });
	const pack = await Pack.findByPk(row.get('packId'), { paranoid: false });
	const charger = await Charger.findByPk(row.get('chargerId'), { paranoid: false });
	await writeEvent(tx, 'run started', id, {
		pack: pack?.get('name'),
		charger: charger?.get('name'),
		mode: row.get('mode')
	});
}

/**
 * The charger has said that it runs: the start is settled. Done once, however often it is heard.
 */
export async function settleStart(db: Database, id: string): Promise<void> {
	const settled = await db.write(async (tx) => {
		const row = await tx.models.Run.findByPk(id);
		if (row?.get('status') !== 'starting') return false;
		await row.update({ status: 'running' });
		await recordStart(tx, row);
		return true;
	});
	if (settled) live.changed(id);
}

/**
 * The charger has refused, or said that it never will start it: the run is taken back and nothing
 * of it stays.
 */
export async function withdrawStart(
	db: Database,
	id: string,
	why = 'The charger never started it.'
): Promise<void> {
	const withdrawn = await db.write(async (tx) => {
		const gone = await tx.models.Run.destroy({ where: { id, status: 'starting' }, force: true });
		// What was seen at the check stays, as a start that was not made.
		if (gone > 0) await tx.models.StartCheck.update({ refused: why }, { where: { id, refused: null } });
		return gone > 0;
	});
	if (withdrawn) live.end(id, 'withdrawn');
}

/** What a run's end leaves behind; `endCellVoltagesV` becomes a reading of the pack. */
export interface RunEnd {
	endReason: Run['endReason'];
	durationS: number;
	chargeAh: number;
	peakTemperatureDegC: number | null;
	endCellVoltagesV: number[] | null;
	/**
	 * Resistances as its screen shows them; of a pack alone, as joined ones show what they are
	 * together.
	 */
	endCellResistancesOhm?: number[] | null;
	/** Volts of the pack at the end, where no cell is seen. */
	endPackVoltageV?: number | null;
	/** A, °C: as they were seen at the end. */
	endCurrentA?: number | null;
	endTemperatureDegC?: number | null;
	/** What its screen said. */
	message?: string | null;
	notes?: string;
}

/**
 * Ends a run within the caller's write: the run itself, a reading of the pack as it was left, and
 * the record of it. One that has ended already stays as it ended.
 */
export async function endWithin(tx: Store, row: RunRow, end: RunEnd, now: string): Promise<void> {
	if (!isOpen({ status: row.get('status') })) return;
	// A run that ends while its start is still in doubt has been one: its record begins with the
	// start.
	if (row.get('status') === 'starting') await recordStart(tx, row);
	const { endPackVoltageV = null, endCellResistancesOhm = null, ...fields } = end;
	await row.update({ ...fields, endPackVoltageV, notes: end.notes ?? '', status: 'ended', endedAt: now });
	const cells = end.endCellVoltagesV?.length ? end.endCellVoltagesV : null;
	// Joined packs stand at the same volts, cell by cell: what was read is true of each.
	const packIds = cells || endPackVoltageV !== null ? [row.get('packId'), ...row.get('joined')] : [];
	for (const packId of packIds)
		await tx.models.Reading.create({
			id: randomUUID(),
			packId,
			takenAt: now,
			cellVoltagesV: cells,
			packVoltageV: cells ? null : endPackVoltageV,
			state: 'just used',
			usedSince: 'not used',
			temperatureDegC: end.endTemperatureDegC ?? null,
			cellResistancesOhm: row.get('joined').length ? null : endCellResistancesOhm
		});
	await writeEvent(tx, 'run ended', row.get('id'), { reason: end.endReason });
}

/** Ends a run; ended already, it stays as it is. */
export async function endRun(db: Database, id: string, end: RunEnd, now: string): Promise<Result<Run>> {
	const result = await db.write(async (tx) => {
		const row = await tx.models.Run.findByPk(id);
		if (!row) return missing('run');
		await endWithin(tx, row, end, now);
		return done(toRun(row));
	});
	live.end(id);
	return result;
}

/**
 * Opens a run again that was closed while its charger did not answer, and goes on; false where
 * its channel or pack is in another run by now.
 */
export async function reopenRun(db: Database, id: string): Promise<boolean> {
	try {
		return await db.write(async (tx) => {
			const row = await tx.models.Run.findByPk(id);
			if (row?.get('status') !== 'ended') return false;
			await row.update({
				status: 'running',
				endedAt: null,
				endReason: null,
				durationS: null,
				chargeAh: null,
				peakTemperatureDegC: null,
				endCellVoltagesV: null,
				endPackVoltageV: null,
				endCurrentA: null,
				endTemperatureDegC: null,
				message: null,
				notes: ''
			});
			await writeEvent(tx, 'run picked up', id, {});
			return true;
		});
	} catch (error) {
		if (error instanceof UniqueConstraintError) return false;
		throw error;
	} finally {
		live.changed(id);
	}
}
