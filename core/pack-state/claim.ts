/**
 * What a pack may be called by its charge: full, at storage, empty; or nothing, which is a good
 * answer.
 */
import type { Chemistry } from '../chemistry/chemistry';
import { ocvAt, socAt } from '../chemistry/curve';
import { fullSoc } from '../chemistry/fill-window';
import { probabilityWithin, SOC_MAX, SOC_MIN, type SocDistribution } from './soc-grid';

export type ChargeClaim = 'full' | 'storage' | 'empty' | null;

/**
 * Share of a charge to the usual end from which a pack counts as full (common practice, no source).
 */
const FULL_SHARE = 0.9;
/** Below this a pack is called empty, a share (common practice, no source). */
const EMPTY_BELOW = 0.1;
/** Around the storage window of the chemistry, V (common practice, no source: two meters). */
const STORAGE_SLACK_V = 0.02;
/** A pack that is stored by charge lies within this of it, a share (common practice, no source). */
const STORAGE_SHARE = 0.12;
/**
 * Charge above where full begins at which rest volts say it by themselves, a share (common
 * practice, no source).
 */
const RESTS_ABOVE = 0.05;
/** A claim is made from this probability on. */
export const CLAIMED = 0.9;

/** From this state of charge a pack is as good as full. */
export const fullFrom = (chemistry: Chemistry): number => FULL_SHARE * fullSoc(chemistry);

/** States of charge between which a pack keeps well; null where its chemistry has none. */
function storageWindow({ storage, voltages, curve }: Chemistry): { low: number; high: number } | null {
	switch (storage.kind) {
		case 'none':
			return null;
		case 'charge':
			return { low: storage.soc - STORAGE_SHARE, high: storage.soc + STORAGE_SHARE };
		case 'volts':
			return {
				low: socAt(curve, voltages.storageWindowV.low - STORAGE_SLACK_V),
				high: socAt(curve, voltages.storageWindowV.high + STORAGE_SLACK_V)
			};
	}
}

interface ClaimContext {
	known: boolean;
	contradicted: boolean;
	endDoubted: boolean;
	/** Volts of the cells at rest since the last move, V; null where they were not read at rest. */
	restV: readonly number[] | null;
}

/**
 * The claim that `soc` bears with a probability of {@link CLAIMED}; none where evidence contradicts
 * or an end is in doubt.
 */
export function claimOf(chemistry: Chemistry, soc: SocDistribution, standing: ClaimContext): ChargeClaim {
	if (!standing.known || standing.contradicted || standing.endDoubted) return null;
	if (probabilityWithin(soc, fullFrom(chemistry), SOC_MAX) >= CLAIMED) return 'full';
	// Where volts tell, cells that rest well above where full begins are full, whatever was read
	// before.
	const restsFrom = ocvAt(chemistry.curve, fullFrom(chemistry) + RESTS_ABOVE);
	const tells = chemistry.traits.voltsTellCharge && chemistry.storage.kind !== 'charge';
	if (tells && standing.restV?.every((v) => v >= restsFrom)) return 'full';
	if (probabilityWithin(soc, SOC_MIN, EMPTY_BELOW) >= CLAIMED) return 'empty';
	const { low, high } = chemistry.voltages.storageWindowV;
	// Where storage is a matter of volts, cells that rest in its window are at storage.
	if (chemistry.storage.kind === 'volts' && standing.restV)
		return standing.restV.every((v) => v >= low && v <= high + STORAGE_SLACK_V) ? 'storage' : null;
	const window = storageWindow(chemistry);
	return window && probabilityWithin(soc, window.low, window.high) >= CLAIMED ? 'storage' : null;
}
