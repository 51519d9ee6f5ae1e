/** What care the shelf asks for: the jobs of an evening, and of a season. */
import { QueryTypes } from 'sequelize';
import { careDue, seasonOf, type CareItem, type CarePack, type SeasonMonth } from '$core/plan/due-care';
import type { Store } from '../../db/connect';
import { historiesOf, NO_HISTORY } from '../packs/care';
import { shelfWithStates } from '../packs/packs';
import { getPreferences } from '../house/preferences';

async function carePacks(db: Store, now: string): Promise<CarePack[]> {
	const [shelf, histories, ohms] = await Promise.all([
		shelfWithStates(db, now),
		historiesOf(db),
		ohmsRead(db)
	]);
	return shelf.map(({ pack, state }) => ({
		pack,
		state,
		history: histories.get(pack.id) ?? NO_HISTORY,
		ohmsAt: ohms.get(pack.id) ?? null,
		readsOhms: ohms.size > 0
	}));
}

/** When each pack's resistance was last read, ISO 8601, by pack. */
async function ohmsRead(db: Store): Promise<Map<string, string>> {
	const rows = await db.sequelize.query<{ packId: string; at: string }>(
		`SELECT packId, MAX(takenAt) AS at FROM readings
		 WHERE deletedAt IS NULL AND json_array_length(cellResistancesOhm, '$.value') > 0 GROUP BY packId`,
		{ type: QueryTypes.SELECT }
	);
	return new Map(rows.map(({ packId, at }) => [packId, new Date(at).toISOString()]));
}

/** Care that is due by `until` (ISO 8601), the longest due first. */
export async function careUntil(db: Store, now: string, until: string): Promise<CareItem[]> {
	const [packs, { practice }] = await Promise.all([carePacks(db, now), getPreferences(db)]);
	return packs
		.flatMap((c) => careDue(c, now, practice))
		.filter((i) => i.dueAt <= until)
		.sort((a, b) => (a.dueAt < b.dueAt ? -1 : 1));
}

/** The care of the next months. */
export async function season(db: Store, now: string, months: number): Promise<SeasonMonth[]> {
	const [packs, { practice }] = await Promise.all([carePacks(db, now), getPreferences(db)]);
	return seasonOf(packs, now, months, practice);
}
