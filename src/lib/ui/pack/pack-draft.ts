/**
 * A pack as it is being typed: strings in the units people read, turned into the shape that core
 * checks.
 */
import { chemistryOf } from '$core/chemistry/catalogue';
import { PACK, type Pack, type PackInput } from '$core/pack/pack';
import { PackInputSchema } from '$core/pack/pack-schema';
import {
	checkedDraft,
	draftOf,
	readDraft,
	type Draft,
	type FieldErrors,
	type Read
} from '$core/quantity/field-draft';
import { soFar } from '$core/quantity/parse';
import { askAboutSlip, usualCapacityMah } from '$core/quantity/plausible';

export type PackDraft = Draft<typeof PACK>;

export const packDraftOf = (pack: Pack | null): PackDraft => draftOf(PACK, pack);

/** A pack like another one, to be described anew where it differs; null for null. */
export const asNew = (like: Pack | null): Pack | null =>
	like && {
		...like,
		id: '',
		name: '',
		measuredCapacityAh: null,
		firstUsedOn: null,
		pairId: null,
		condition: 'in service',
		notes: ''
	};

/** Reads a draft; errors are by field. */
export function readPackDraft(draft: PackDraft): Read<PackInput> {
	const errors: FieldErrors = {};
	const values = readDraft(PACK, draft, errors);
	// Chemistries without a balance lead have none, whatever was ticked before.
	const balanceLead = draft.balanceLead && chemistryOf(draft.chemistry).balanceFromCells !== null;
	return checkedDraft(PackInputSchema, { ...values, balanceLead }, errors);
}

/**
 * Asks about a capacity that is plausible only off by ten or a thousand; null when there is
 * nothing to ask.
 */
export function askAboutDraft(draft: PackDraft) {
	return askAboutSlip(soFar(draft.capacityAh), usualCapacityMah(chemistryOf(draft.chemistry).traits));
}
