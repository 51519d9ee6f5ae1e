/** Temperature compensation of a lead charge. */
import type { Chemistry } from './chemistry';

/**
 * How much higher (cold) or lower (warm) than at 25 °C the end of charge is set at `degC`, V per
 * cell; 0 for every chemistry that is not compensated. Clamped as chargers do.
 */
export function compensationV(chemistry: Chemistry, degC: number): number {
	const end = chemistry.endOfCharge;
	if (end.kind !== 'absorption') return 0;
	const clamped = Math.min(end.clampDegC.high, Math.max(end.clampDegC.low, degC));
	return end.absorptionVPerK * (clamped - 25);
}

/** No program sets an end of charge above this at `degC`, V per cell. */
export const setMaxAt = (chemistry: Chemistry, degC: number): number =>
	chemistry.voltages.setMaxV + compensationV(chemistry, degC);

/** Float voltage at `degC`, V per cell; null for a chemistry that does not float. */
export function floatAt(chemistry: Chemistry, degC: number): number | null {
	const end = chemistry.endOfCharge;
	if (end.kind !== 'absorption') return null;
	const clamped = Math.min(end.clampDegC.high, Math.max(end.clampDegC.low, degC));
	return (end.floatV.low + end.floatV.high) / 2 + end.floatVPerK * (clamped - 25);
}
