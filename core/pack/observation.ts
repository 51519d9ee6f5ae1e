/**
 * What was seen, felt or smelt at a pack, and what that makes of its condition. Common practice, no
 * source.
 */
import { choice, moment, text, type ValuesOf } from '../quantity/field';
import type { PackCondition } from './pack';

export const OBSERVATION_KINDS = [
	'swollen',
	'dented',
	'leaking',
	'smell',
	'hissing',
	'smoking',
	'damaged',
	'hot',
	'warm',
	'cold',
	'dropped'
] as const;
export type ObservationKind = (typeof OBSERVATION_KINDS)[number];

export const OBSERVATION = {
	at: moment({ label: 'Seen' }),
	what: choice({
		label: 'What was seen',
		options: OBSERVATION_KINDS,
		words: {
			dented: 'dented or cut',
			leaking: 'something leaked',
			smell: 'it smells',
			hissing: 'it hisses',
			smoking: 'it smokes',
			damaged: 'a bare wire, a broken or burnt plug'
		}
	}),
	notes: text({ label: 'Notes', least: 0, most: 400, start: '' }),
	/** When a person cleared it, and why; null while it binds. */
	clearedAt: moment({ label: 'Cleared', optional: true }),
	clearedBecause: text({ label: 'Cleared because', least: 3, most: 400, optional: true, start: null })
} as const;
export type Observation = ValuesOf<typeof OBSERVATION> & { id: string };

export interface ObservationEffect {
	/** The condition that the pack has from then on; null where it is none of its condition. */
	condition: PackCondition | null;
	/** Nothing clears it: it is corrected as a mistaken entry, or stays. */
	forGood: boolean;
	/** What to do at once, whole sentences. */
	act: string;
}

const DISPOSE = 'It is never charged again: disposed of by local rules.';
const NOTHING: ObservationEffect = { condition: null, forGood: false, act: '' };

const EFFECTS: Record<ObservationKind, ObservationEffect> = {
	swollen: {
		condition: 'swollen',
		forGood: true,
		act: `Outdoors, away from what burns, in a fire-resistant container that is not sealed. ${DISPOSE}`
	},
	leaking: {
		condition: 'damaged',
		forGood: true,
		act: `Gloves; do not breathe it; outdoors, away from what burns. ${DISPOSE}`
	},
	hissing: {
		condition: 'damaged',
		forGood: true,
		act: `Leave it, power off at the wall if that is safe, out, call the fire service. ${DISPOSE}`
	},
	smoking: {
		condition: 'damaged',
		forGood: true,
		act: `Leave it, power off at the wall if that is safe, out, call the fire service. ${DISPOSE}`
	},
	dented: {
		condition: 'damaged',
		forGood: false,
		act: 'Outdoors, watched for an hour; it is not charged before somebody has looked at every side of it and says why it is sound.'
	},
	smell: {
		condition: 'damaged',
		forGood: false,
		act: 'Do not breathe it; outdoors, away from what burns. It is not charged before it is known what smelt.'
	},
	damaged: {
		condition: 'damaged',
		forGood: false,
		act: 'Not connected before it is mended: one wire after the other, never both bare at once.'
	},
	dropped: {
		condition: 'quarantine',
		forGood: false,
		act: 'Outdoors for an hour, then every side looked at and every cell measured.'
	},
	hot: {
		...NOTHING,
		act: 'It cools in the open air, an hour at least, and is measured before it is charged.'
	},
	warm: { ...NOTHING, act: 'It cools for half an hour before it is charged.' },
	cold: { ...NOTHING, act: 'It is warmed to about 20 °C before it is charged.' }
};

/** What an observation of this kind makes of the pack. */
export const effectOf = (what: ObservationKind): ObservationEffect => EFFECTS[what];

/** Conditions from the mildest to the gravest; a person alone climbs down. */
export const CONDITION_LADDER: readonly PackCondition[] = [
	'in service',
	'quarantine',
	'damaged',
	'swollen',
	'retired'
];

/** The graver of two conditions. */
export const graver = (a: PackCondition, b: PackCondition): PackCondition =>
	CONDITION_LADDER.indexOf(a) >= CONDITION_LADDER.indexOf(b) ? a : b;
