/**
 * How much one run wears a pack, against an ordinary one of the same pack: for comparing choices,
 * not for counting years.
 */
import type { Chemistry } from '../chemistry/chemistry';

/**
 * Volts of end of charge by which the cycles a cell lasts about double (common practice, no
 * source: 4.10 against 4.20 V).
 */
const CYCLES_DOUBLE_V = 0.1;
/**
 * Kelvin by which ageing about doubles (the usual rule of thumb after Arrhenius; no source for
 * hobby cells).
 */
const AGEING_DOUBLES_K = 10;
/**
 * Power of the rate in wear (common practice, no source: twice the rate, about half as much wear
 * again).
 */
const RATE_POWER = 0.6;

export interface WearOf {
	endVoltageV: number;
	currentA: number;
	peakTemperatureDegC: number;
}

/**
 * Wear of a run relative to one at the chemistry's usual end and standard rate that peaks at 25
 * °C: 1 is ordinary, 0.5 is half of it. For chemistries that do not end on volts only rate and
 * heat count.
 */
export function relativeWear(chemistry: Chemistry, capacityAh: number, run: WearOf): number {
	const rate = run.currentA / capacityAh / chemistry.rates.standardC;
	const heat = Math.pow(2, (run.peakTemperatureDegC - 25) / AGEING_DOUBLES_K);
	const volts =
		chemistry.endOfCharge.kind === 'voltage'
			? Math.pow(2, (run.endVoltageV - chemistry.voltages.chargeEndV) / CYCLES_DOUBLE_V)
			: 1;
	return volts * heat * Math.pow(rate, RATE_POWER);
}
