/**
 * What is said of each setting: its candidates, the one that decided, and the rounding to what
 * the charger offers.
 */
import type { HeldSetting } from '../../charger/setting';
import { ceilToStep, floorToStep } from '../../quantity/step';
import type { ProgramSettings, SettingId } from '../../request/settings';

export interface Candidate {
	id: string;
	/** In words with its figure. */
	label: string;
	/** In the setting's own stored unit. */
	value: number;
}

export interface Decision<Id extends SettingId = SettingId> {
	setting: Id;
	/** What the solver sets. */
	value: ProgramSettings[Id];
	/** Everything that bears on it, in the order in which it binds. */
	candidates: Candidate[];
	/** The candidate that decided. */
	decidedBy: string;
	/** Step the charger offers; null where there is none. */
	step: number | null;
	/** One sentence on what decided and how it was rounded. */
	why: string;
	/** Any value from the least to the most would do; absent where only this one does. */
	wouldDo?: { least: number; most: number };
}

/** A decision without a choice of figures. */
export const plainly = <Id extends SettingId>(
	setting: Id,
	value: ProgramSettings[Id],
	decidedBy: string,
	why: string,
	step: number | null = null
): Decision<Id> => ({ setting, value, candidates: [], decidedBy, step, why });

const clampToHeld = (value: number, held: HeldSetting) => Math.min(held.max, Math.max(held.min, value));

/** `value` up to the held setting's step, within its range. */
export function roundUpWithin(value: number, held: HeldSetting): number {
	const up = ceilToStep(value, held.step);
	if (up <= held.max) return clampToHeld(up, held);
	const top = floorToStep(held.max, held.step);
	return top >= held.min ? top : held.max;
}

/** `value` down to the held setting's step, within its range. */
export const roundDownWithin = (value: number, held: HeldSetting): number =>
	clampToHeld(floorToStep(value, held.step), held);
