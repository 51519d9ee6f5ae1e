/**
 * Charge by volts alone, where packs are joined and nothing but their volts counts; and how
 * exactly volts are read.
 */
import type { Chemistry } from '../chemistry/chemistry';
import { socAt } from '../chemistry/curve';
import { cellVoltages, type ReadingInput } from './reading';

/**
 * Meter error, V per cell, one standard deviation (common practice, no source: a good meter
 * agrees within 10 mV).
 */
export const METER_SIGMA_V = 0.005;
/** How far a cell is still from rest when it has just been used, V (common practice, no source). */
export const UNRESTED_SIGMA_V = 0.03;

/** Uncertainty of any curve for one particular cell while a run is followed, state of charge. */
export const CURVE_SIGMA = 0.02;
/**
 * Assumed start when nothing was read: a pack of unknown charge is somewhere between empty and
 * half.
 */
export const UNREAD = { soc: 0.3, sigma: 0.15 };

/**
 * Mean state of charge that the volts of a reading show on the usual curve, a share; for the
 * volts at which packs meet.
 */
export function socByVolts(chemistry: Chemistry, cells: number, reading: ReadingInput): number {
	const socs = cellVoltages(reading, cells).map((v) => socAt(chemistry.curve, v));
	return socs.reduce((sum, s) => sum + s, 0) / socs.length;
}
