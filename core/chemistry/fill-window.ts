/** The rest volts between which a cell is drawn from empty to full. */
import type { Chemistry, Window } from './chemistry';
import { ocvAt, socAt } from './curve';

/**
 * Lithium cells are drawn from their everyday end of discharge to their end of charge, which they
 * keep at rest; nickel and lead stand higher under charge than they ever rest, so theirs is the
 * window of the rest curve. V per cell.
 */
export function fillWindow(chemistry: Chemistry): Window {
	const { dischargeEndV, chargeEndV } = chemistry.voltages;
	if (chemistry.traits.restsAtEnd) return { low: dischargeEndV, high: chargeEndV };
	return { low: ocvAt(chemistry.curve, 0), high: ocvAt(chemistry.curve, 1) };
}

/** Charge of a cell that has been filled as usual, as a share of its capacity. */
export const fullSoc = (chemistry: Chemistry): number =>
	chemistry.traits.restsAtEnd ? Math.min(1, socAt(chemistry.curve, chemistry.voltages.chargeEndV)) : 1;
