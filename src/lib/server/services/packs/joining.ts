/**
 * What a pack reads where it is to be joined with others: renewed by its volts, and nothing from
 * before it was last charged.
 */
import { Op } from 'sequelize';
import type { Pack } from '$core/pack/pack';
import type { Reading } from '$core/pack/reading';
import { cellsBySum } from '$core/parallel/cells-by-sum';
import { renewed } from '$core/pack/renewed';
import type { Store } from '../../db/connect';
import { toReading } from '../../db/map';
import { packEventsOf, packStateOf } from './pack-states';

/** Readings looked at: one of all cells, and what renewed it since. */
const LOOKED_AT = 6;
/** Moments this close are one: a run's end and the reading it leaves, ms. */
const SAME_MOMENT_MS = 1000;
/** At rest is half an hour without current (common practice, no source). */
const REST_MS = 30 * 60e3;

export async function joiningReading(db: Store, pack: Pack, now: string): Promise<Reading | null> {
	const rows = await db.models.Reading.findAll({
		where: { packId: pack.id, takenAt: { [Op.lte]: new Date(now) } },
		order: [['takenAt', 'DESC']],
		limit: LOOKED_AT
	});
	const moves = (await packEventsOf(db, pack.id, now)).filter((e) => e.kind === 'run' || e.kind === 'use');
	const flowed = Math.max(...moves.map((e) => Date.parse(e.at)));
	const last = moves.find((e) => Date.parse(e.at) === flowed);
	const countsFrom = last?.kind === 'run' ? flowed - SAME_MOMENT_MS : flowed;
	// Charged or used since: what it read before is none that others could meet.
	const since = rows.map(toReading).filter((r) => Date.parse(r.takenAt) >= countsFrom);
	const newest = renewed(since, pack.cells);
	if (!newest) return null;
	const reading = cellsBySum(pack, newest, (await packStateOf(db, pack, now)).cells);
	// Whatever was said of it: so soon after current flowed volts are not those at rest.
	const rested = Date.parse(reading.takenAt) - flowed >= REST_MS;
	return rested || reading.state !== 'rest' ? reading : { ...reading, state: 'just used' };
}
