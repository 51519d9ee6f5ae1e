/**
 * Results of packs kept in the data file: they hold while nothing was written of the pack, core is
 * the same and, where `asOf` matters, for the same day.
 */
import { QueryTypes } from 'sequelize';
import type { Database, Store } from '../../db/connect';

/** `ageing`: a line of packs over time. `points`: capacity points of its runs. */
export type KeptResult = 'ageing' | 'points';

export interface PackResult {
	packId: string;
	/** The pack's stamp when what it is made of was read. */
	stamp: number;
	asOf: string;
	/** As JSON. */
	value: string;
}

/** One that is broken is none: it is computed anew. */
function parsed<T>(json: string): T | null {
	try {
		return JSON.parse(json) as T;
	} catch {
		return null;
	}
}

/** Results that still hold, of the packs on the shelf, by pack. */
export async function heldResults<T>(
	db: Store,
	what: KeptResult,
	core: string,
	asOf: string
): Promise<Map<string, T>> {
	const rows = await db.sequelize.query<{ packId: string; value: string }>(
		`SELECT r.packId, r.value FROM pack_results r JOIN packs p ON p.id = r.packId AND p.deletedAt IS NULL
		 LEFT JOIN pack_stamps s ON s.packId = r.packId
		 WHERE r.what = :what AND r.core = :core AND r.asOf = :asOf AND r.stamp = coalesce(s.stamp, 0)`,
		{ type: QueryTypes.SELECT, replacements: { what, core, asOf } }
	);
	return new Map(
		rows.flatMap(({ packId, value }): [string, T][] => {
			const result = parsed<T>(value);
			return result === null ? [] : [[packId, result]];
		})
	);
}

/** The last result of a pack by this core, whatever was written since; null without one. */
export async function lastResult<T>(
	db: Store,
	packId: string,
	what: KeptResult,
	core: string
): Promise<T | null> {
	const [row] = await db.sequelize.query<{ value: string }>(
		`SELECT value FROM pack_results WHERE packId = :packId AND what = :what AND core = :core`,
		{ type: QueryTypes.SELECT, replacements: { packId, what, core } }
	);
	return row ? parsed<T>(row.value) : null;
}

/** Keeps results in place of those that were kept before. */
export const keepResults = (
	db: Database,
	core: string,
	what: KeptResult,
	results: readonly PackResult[]
): Promise<void> =>
	db.write(async ({ sequelize }) => {
		for (const result of results)
			await sequelize.query(
				`INSERT OR REPLACE INTO pack_results (packId, what, stamp, core, asOf, value)
				 VALUES (:packId, :what, :stamp, :core, :asOf, :value)`,
				{ replacements: { ...result, what, core } }
			);
	}, 'samples');
