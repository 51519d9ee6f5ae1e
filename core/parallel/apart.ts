/**
 * What would bring a pack that is left alone into a batch: charged alone for a while, or joined
 * once the others have come up to it.
 */
import { chemistryOf } from '../chemistry/catalogue';
import { socAt } from '../chemistry/curve';
import { millivolts, text, volts } from '../quantity/format';
import { ratedAh } from '../pack/rated';
import { cellVoltages } from '../pack/reading';
import type { Member } from '../simulate/joining/member';

/** A little inside the window, so that a meter's error does not put it outside again, V. */
const INSIDE_V = 0.02;
/**
 * After a charge alone volts come to rest before they are read, min (common practice, no source).
 */
const REST_MIN = 30;

export interface Apart {
	/** How far from the batch that is nearest, V, and on which side. */
	byV: number;
	above: boolean;
	sentence: string;
}

const meanV = (m: Member): number =>
	cellVoltages(m.reading, m.pack.cells).reduce((a, b) => a + b, 0) / m.pack.cells;

/**
 * Held against the batch that is nearest by volts. `currentA` of each batch: what it is charged
 * at. Null where there is none, or the pack lies within the window by its mean already (a single
 * cell position keeps it out).
 */
export function apartFrom(
	alone: Member,
	batches: readonly { name: string; members: readonly Member[]; currentA: number }[],
	windowV: number
): Apart | null {
	const { curve } = chemistryOf(alone.pack.chemistry);
	const v = meanV(alone);
	const near = batches
		.filter((b) => b.members.length > 0)
		.map((b) => {
			const all = b.members.map(meanV);
			const [low, high] = [Math.min(...all), Math.max(...all)];
			return { ...b, low, high, byV: v < low ? low - v : v > high ? v - high : 0 };
		})
		.sort((a, b) => a.byV - b.byV)[0];
	if (!near || (v >= near.high - windowV - 1e-9 && v <= near.low + windowV + 1e-9)) return null;
	const { name } = alone.pack;
	const minutes = (ah: number, amps: number) => Math.max(1, Math.ceil((60 * ah) / amps));
	if (v < near.low) {
		const target = near.high - windowV + INSIDE_V;
		const ah = (socAt(curve, target) - socAt(curve, v)) * ratedAh(alone.pack);
		const rate = Math.min(1, alone.pack.labelChargeRateC ?? 1) * ratedAh(alone.pack);
		return {
			byV: near.byV,
			above: false,
			sentence: `${name} is ${text(millivolts(near.byV))} below ${near.name}: charge it alone to ${text(volts(target))} a cell first, about ${minutes(ah, rate)} min, rest ${REST_MIN} min, read again.`
		};
	}
	const target = v - windowV + INSIDE_V;
	const ah = near.members.reduce(
		(sum, m) => sum + Math.max(0, socAt(curve, target) - socAt(curve, meanV(m))) * ratedAh(m.pack),
		0
	);
	return {
		byV: near.byV,
		above: true,
		sentence: `${name} is ${text(millivolts(near.byV))} above ${near.name}: take it along once ${near.name} rests at ${text(volts(target))}, after about ${minutes(ah, near.currentA)} min of charge and ${REST_MIN} min of rest, or charge it alone.`
	};
}
