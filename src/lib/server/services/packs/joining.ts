/** What a pack reads where it is to be joined with others: renewed by its volts, and nothing from before it was last charged. */
import { Op } from 'sequelize';
import { readBeforeRun } from '$core/pack/known-charge';
import type { Pack } from '$core/pack/pack';
import type { Reading } from '$core/pack/reading';
import { renewed } from '$core/pack/renewed';
import type { Store } from '../../db/connect';
import { toReading } from '../../db/map';
import { lastRunOf } from './care';
import { lastUseOf } from './uses';

/** Readings looked at: one of all cells, and what renewed it since. */
const LOOKED_AT = 6;
/** At rest is half an hour without current (common practice, no source). */
const REST_MS = 30 * 60e3;

export async function joiningReading(
	db: Store,
	pack: Pick<Pack, 'id' | 'cells'>,
	now: string
): Promise<Reading | null> {
	const rows = await db.models.Reading.findAll({
		where: { packId: pack.id, takenAt: { [Op.lte]: new Date(now) } },
		order: [['takenAt', 'DESC']],
		limit: LOOKED_AT
	});
	const lastRun = await lastRunOf(db, pack.id, now);
	const since = rows.map(toReading).filter((r) => !readBeforeRun(r, lastRun));
	const reading = renewed(since, pack.cells);
	const use = await lastUseOf(db, pack.id, now);
	if (!reading) return null;
	// Used since: what it read then is none that others could meet.
	if (use && use.at > reading.takenAt) return null;
	// Whatever was said of it: so soon after current flowed volts are not those at rest.
	const flowed = Math.max(...[lastRun?.endedAt, use?.at].map((at) => (at ? Date.parse(at) : -Infinity)));
	const rested = Date.parse(reading.takenAt) - flowed >= REST_MS;
	return rested || reading.state !== 'rest' ? reading : { ...reading, state: 'just used' };
}
