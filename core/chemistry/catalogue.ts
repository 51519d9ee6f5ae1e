/** The chemistries this program knows, in the order in which lists show them. */
import type { Chemistry } from './chemistry';
import { lead, leadGel } from './lead';
import { life } from './life';
import { lihv } from './lihv';
import { liion } from './liion';
import { lipo } from './lipo';
import { nicd } from './nicd';
import { nimh } from './nimh';

export const CHEMISTRIES: readonly Chemistry[] = [lipo, lihv, liion, life, nimh, nicd, lead, leadGel];

const byId = new Map(CHEMISTRIES.map((c) => [c.id, c]));

export const CHEMISTRY_IDS: readonly string[] = CHEMISTRIES.map((c) => c.id);

/**
 * What a description says of a field that names a chemistry: anything else is refused with the
 * list of known ones.
 */
export const CHEMISTRY_CHOICE = {
	label: 'Chemistry',
	options: CHEMISTRY_IDS,
	words: Object.fromEntries(CHEMISTRIES.map((c) => [c.id, c.name])),
	wrong: `Chemistry must be one of: ${CHEMISTRIES.map((c) => c.name).join(', ')}.`,
	open: true
} as const;

/**
 * The chemistry with this id. The id has passed its field's check, so a miss is a bug and throws.
 */
export function chemistryOf(id: string): Chemistry {
	const chemistry = byId.get(id);
	if (!chemistry) throw new Error(`unknown chemistry ${id}`);
	return chemistry;
}
