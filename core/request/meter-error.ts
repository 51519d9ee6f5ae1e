/**
 * How far the cell page of the channel is off, by a meter: what it was measured at once, or what
 * the last reading shows.
 */
import type { Resolved } from './context';

/**
 * Charger and meter that differ by no more than this agree, V (common practice, no source: 10 to
 * 20 mV is good).
 */
export const AGREES_V = 0.02;

export interface MeterError {
	/** Charger less meter for each cell, V; one figure for all where it is kept with the channel. */
	perCellV: readonly number[];
	/** What shows least, V: the cell that would be filled furthest. */
	leastV: number;
	from: 'reading' | 'channel';
}

const EPSILON_V = 1e-9;
/** Whether a difference is more than two meters may have. */
export const beyondAgreement = (differenceV: number): boolean => Math.abs(differenceV) > AGREES_V + EPSILON_V;

/**
 * The error by the pack's last reading, where it has both pages and they are of this channel,
 * else the channel's own; or null.
 */
export function meterError(r: Pick<Resolved, 'reading' | 'channel' | 'load'>): MeterError | null {
	const { reading, channel } = r;
	const meter = reading?.cellVoltagesV ?? null;
	const shown = reading?.chargerCellsV ?? null;
	const ours = reading?.chargerChannelId === null || reading?.chargerChannelId === channel.id;
	if (r.load.length === 1 && meter && shown && ours && meter.length === shown.length) {
		const perCellV = shown.map((v, i) => Number((v - meter[i]).toFixed(4)));
		return { perCellV, leastV: Math.min(...perCellV), from: 'reading' };
	}
	if (channel.showsMoreV === null) return null;
	return { perCellV: [channel.showsMoreV], leastV: channel.showsMoreV, from: 'channel' };
}

/**
 * By how much the charger would fill a cell above what is keyed because it shows too little, V; 0
 * within what meters may differ.
 */
export function overfillV(r: Pick<Resolved, 'reading' | 'channel' | 'load'>): number {
	const error = meterError(r);
	return error && error.leastV < 0 && beyondAgreement(error.leastV) ? -error.leastV : 0;
}
