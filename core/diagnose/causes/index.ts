/**
 * Every cause that is known, by where it lies. Adding one is a file in its folder and a line in
 * that folder's index.
 */
import type { Cause } from '../cause';
import type { SymptomId } from '../symptom';
import { cells } from './cells';
import { charger } from './charger';
import { leads } from './leads';
import { normal } from './normal';
import { settings } from './settings';
import { supply } from './supply';
import { surroundings } from './surroundings';

export const CAUSES: readonly Cause[] = [
	...normal,
	...settings,
	...leads,
	...cells,
	...supply,
	...charger,
	...surroundings
];

const inSymptom = new Map<SymptomId, readonly Cause[]>();
/** Every cause as it shows itself where this symptom is there; the same objects each time. */
export function causesIn(symptom: SymptomId | null): readonly Cause[] {
	if (symptom === null) return CAUSES;
	let found = inSymptom.get(symptom);
	if (!found) {
		found = CAUSES.map((c) => (c.in?.[symptom] ? { ...c, shows: { ...c.shows, ...c.in[symptom] } } : c));
		inSymptom.set(symptom, found);
	}
	return found;
}

const BY_ID = new Map(CAUSES.map((c) => [c.id, c]));
/** The cause of this id; null for none. */
export const causeOf = (id: string): Cause | null => BY_ID.get(id) ?? null;
