/**
 * Whether packs fit into one batch, by figures alone and fast enough to be asked a hundred
 * thousand times: a window at every cell position, capacities not too unlike, and a meeting that
 * is gentle. What is found is judged in full by `mayJoin` afterwards.
 */
import { ocvAt, socAt, type OpenCircuitCurve } from '../chemistry/curve';
import { UNLIKE_TIMES, WITH_CARE } from '../simulate/joining/may-join';
import { meetAtNode } from '../simulate/joining/node';
import type { PileItem } from './pile';

export interface Fitting {
	curve: OpenCircuitCurve;
	relaxS: number;
	/** Widest that a batch may be at any cell position, V. */
	windowV: number;
	/** Only packs of one make-up together. */
	sameMake: boolean;
}

const MINUTE_S = 60;
const STEP_S = 5;
/** Volts that differ by less are the same. */
export const EPSILON_V = 1e-9;

/** The width of a batch: between the highest and the lowest pack at the worst cell position, V. */
export function widthV(batch: readonly PileItem[]): number {
	let worst = 0;
	for (let i = 0; i < batch[0].cellV.length; i++) {
		let [low, high] = [Infinity, -Infinity];
		for (const { cellV } of batch) {
			if (cellV[i] < low) low = cellV[i];
			if (cellV[i] > high) high = cellV[i];
		}
		worst = Math.max(worst, high - low);
	}
	return worst;
}

/**
 * Whether they lie in one window, are alike enough in size, and, where that is asked, of one
 * make-up.
 */
export function closeTogether(batch: readonly PileItem[], fitting: Fitting): boolean {
	if (widthV(batch) > fitting.windowV + EPSILON_V) return false;
	const ah = batch.map((m) => m.capacityAh);
	if (Math.max(...ah) > UNLIKE_TIMES * Math.min(...ah)) return false;
	return !fitting.sameMake || batch.every((m) => m.make === batch[0].make);
}

/**
 * The hardest first minute, as a mean rate of the pack that bears it, 1/h, and the greatest share
 * of a charge that moves. The cells of a pack are taken as alike here: what flows through the
 * main leads depends on their sum.
 */
export function meetingFigures(
	batch: readonly PileItem[],
	{ curve, relaxS }: Pick<Fitting, 'curve' | 'relaxS'>
): { minuteC: number; moved: number } {
	const cells = batch[0].cellV.length;
	const ohm = batch.map((m) => m.seriesOhm);
	const sumV = batch.map((m) => m.cellV.reduce((a, b) => a + b, 0));
	const socs = batch.map((m) => socAt(curve, m.cellV.reduce((a, b) => a + b, 0) / cells));
	const level = [...socs];
	const relaxV = batch.map(() => 0);
	const offset = sumV.map((v, k) => v - cells * ocvAt(curve, socs[k]));
	const mean = batch.map(() => 0);
	for (let t = 0; t < MINUTE_S; t += STEP_S) {
		const emf = level.map((s, k) => cells * ocvAt(curve, s) + offset[k] + relaxV[k]);
		const amps = meetAtNode(emf, ohm);
		const keep = Math.exp(-STEP_S / relaxS);
		for (let k = 0; k < batch.length; k++) {
			relaxV[k] = relaxV[k] * keep + amps[k] * batch[k].relaxOhm * (1 - keep);
			level[k] += (amps[k] * STEP_S) / 3600 / batch[k].capacityAh;
			mean[k] += (amps[k] * STEP_S) / MINUTE_S;
		}
	}
	const whole = batch.reduce((sum, m) => sum + m.capacityAh, 0);
	const settled = batch.reduce((sum, m, k) => sum + socs[k] * m.capacityAh, 0) / whole;
	return {
		minuteC: Math.max(...mean.map((a, k) => a / batch[k].capacityAh)),
		moved: Math.max(...socs.map((s) => Math.abs(settled - s)))
	};
}

/** Whether these may be one batch. */
export function fits(batch: readonly PileItem[], fitting: Fitting): boolean {
	if (batch.length < 2) return true;
	if (!closeTogether(batch, fitting)) return false;
	const { minuteC, moved } = meetingFigures(batch, fitting);
	return minuteC <= WITH_CARE.minuteC && moved <= WITH_CARE.moved;
}
