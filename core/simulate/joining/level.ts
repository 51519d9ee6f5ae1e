/**
 * When joined packs count as level: once what still flows between them may pass through the balance
 * contacts, and the charge may come on top of it.
 */
import type { Pack } from '../../pack/pack';
import { ratedAh } from '../../pack/rated';
import { amps, cRate, text } from '../../quantity/format';

/** What a balance contact carries without harm, A (common practice, no source). */
export const BALANCE_CONTACT_A = 2;
/** Rate of the charge that follows, 1/h, and of a pack whose label says none. */
const CHARGE_C = 1;
const UNLABELLED_C = 1;
/** So much above its label a pack may take for minutes, 1/h (common practice, no source). */
const ABOVE_LABEL_C = 0.1;
/** What people wait where they wait at all, min (common practice, no source). */
export const CUSTOMARY_MIN = 5;

/**
 * Current into a pack below which the charge may begin, A: what its label leaves beside a charge at
 * 1C, and no more than a balance contact carries.
 */
export function levelInA(pack: Pack): number {
	const spareC = Math.max(ABOVE_LABEL_C, (pack.labelChargeRateC ?? UNLABELLED_C) - CHARGE_C);
	return Math.min(BALANCE_CONTACT_A, spareC * ratedAh(pack));
}

/** What still flows at the customary wait, and what is level for the pack that it flows into. */
export interface LevelWait {
	/** Until level, min. */
	levelMin: number;
	/** The pack that is level last, and whether it gives or takes; null where all are at once. */
	last: {
		name: string;
		labelChargeRateC: number | null;
		gives: boolean;
		/** A, as both are. */
		levelA: number;
		customaryA: number;
	} | null;
}

/**
 * At what current joined packs count as level and why; where that takes longer than is customary,
 * what would flow by then.
 */
export function whyLevel({ levelMin, last }: LevelWait): string {
	if (last === null) return '';
	const byContact = last.levelA >= BALANCE_CONTACT_A;
	const reason = byContact
		? 'which is what a balance contact carries'
		: `and the charge at ${cRate(CHARGE_C)} comes on top, ${last.labelChargeRateC === null ? 'with no rate on its label' : `with ${cRate(last.labelChargeRateC)} on its label`}`;
	const later =
		levelMin > CUSTOMARY_MIN
			? ` Many begin after ${CUSTOMARY_MIN} min: ${text(amps(last.customaryA))} would still flow.`
			: '';
	return `Level means less than ${text(amps(last.levelA))} ${last.gives ? 'out of' : 'into'} ${last.name}, ${reason}.${later}`;
}
