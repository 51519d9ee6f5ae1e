/**
 * What faults make of a pack and of what the charger sees of it. The pack's own cells go by its
 * truth, the rest by the wiring.
 */
import { chemistryOf } from '../core/chemistry/catalogue';
import { socAt } from '../core/chemistry/curve';
import type { Fault, FaultKind, PackTruth } from '../link/protocol';
import { bent } from './bent-curve';

/**
 * A dead cell holds so many volts, and takes in as good as nothing for all that flows through it
 * (common practice, no source).
 */
const DEAD_V = 0.15;
const DEAD_AH = 1e3;
/**
 * An open tap that its input draws down shows so much of the lower cell (common practice, no
 * source).
 */
const PULLED_V = 0.05;
/** A cell that reads outside of these is none to this charger, V (common practice, no source). */
const READS_FROM_V = 0.3;
const READS_ABOVE_MAX_V = 0.15;
/** A supply that cannot give more holds out so long, s (common practice, no source). */
const TRIPS_AFTER_S = 20;
/** Nobody confirmed: back to the first screen after this long, s. */
export const CONFIRM_WITHIN_S = 60;

type Of<K extends FaultKind> = Extract<Fault, { kind: K }>;

/**
 * The fault of this kind that is there at minute `atMin` of the run (0 before one); undefined
 * where there is none.
 */
export const faultNow = <K extends FaultKind>(
	faults: readonly Fault[],
	kind: K,
	atMin: number
): Of<K> | undefined =>
	faults.find((f): f is Of<K> => f.kind === kind && (!('fromMin' in f) || f.fromMin <= atMin));

/** The pack as the faults of its own cells, and of a plug in its circuit, make it. */
export function faulty(truth: PackTruth, faults: readonly Fault[]): PackTruth {
	const cells = truth.capacityAh.length;
	const change = (column: number[], cell: number, to: (value: number) => number) =>
		column.map((value, i) => (i === cell - 1 ? to(value) : value));
	let out = truth;
	for (const fault of faults) {
		if (fault.kind === 'weak cell')
			out = {
				...out,
				seriesOhm: change(out.seriesOhm, fault.cell, (ohm) => ohm * fault.times),
				relaxOhm: change(out.relaxOhm, fault.cell, (ohm) => ohm * fault.times)
			};
		if (fault.kind === 'dead cell') {
			const curve = bent(chemistryOf(out.chemistry).curve, out.curveBend);
			out = {
				...out,
				capacityAh: change(out.capacityAh, fault.cell, () => DEAD_AH),
				soc: change(out.soc, fault.cell, () => socAt(curve, DEAD_V))
			};
		}
		// Spread over the cells: what drops there is not theirs, and `cellsShown` takes it off again.
		if (fault.kind === 'bad plug')
			out = { ...out, seriesOhm: out.seriesOhm.map((ohm) => ohm + fault.ohm / cells) };
		if (fault.kind === 'false dip') out = { ...out, falsePeakV: fault.volts };
	}
	return out;
}

/** What each cell loses inside, A; 0 for a sound one. */
export const leaks = (cells: number, faults: readonly Fault[]): number[] =>
	Array.from({ length: cells }, (_, i) =>
		faults.reduce((sum, f) => sum + (f.kind === 'leaking cell' && f.cell === i + 1 ? f.leakA : 0), 0)
	);

/** Volts that drop in a bad plug at `currentA`, V. */
export const plugDropV = (faults: readonly Fault[], currentA: number): number =>
	faults.reduce((sum, f) => sum + (f.kind === 'bad plug' ? f.ohm * currentA : 0), 0);

/** What the cell page shows of cells that really stand at `cellV`; none without a balance lead. */
export function cellsShown(
	cellV: readonly number[],
	faults: readonly Fault[],
	atMin: number,
	currentA: number
): number[] {
	if (faultNow(faults, 'balance lead off', atMin)) return [];
	const drop = plugDropV(faults, currentA) / cellV.length;
	const seen = cellV.map((v, i) => {
		const drift = faults.reduce(
			(sum, f) => sum + (f.kind === 'drifting reading' && f.cell === i + 1 ? f.mvPerHour / 1000 : 0),
			0
		);
		return v - drop + (drift * atMin) / 60;
	});
	const open = faultNow(faults, 'balance wire open', atMin);
	if (!open || open.wire > seen.length) return seen;
	if (open.wire === 0) seen[0] = 0;
	else if (open.wire === seen.length) seen[seen.length - 1] = 0;
	else {
		const both = seen[open.wire - 1] + seen[open.wire];
		const lower = open.input === 'pulled' ? PULLED_V : both / 2;
		seen[open.wire - 1] = lower;
		seen[open.wire] = both - lower;
	}
	return seen;
}

/** What the charger says of cells that it takes for none; null where each reads like a cell. */
export function oddCell(cellV: readonly number[], chemistryId: string): string | null {
	const most = chemistryOf(chemistryId).voltages.cellMaxV + READS_ABOVE_MAX_V;
	const odd = cellV.findIndex((v) => v < READS_FROM_V || v > most);
	return odd < 0 ? null : `cell ${odd + 1} reads ${cellV[odd].toFixed(2)} V`;
}

/** How long a supply that trips has been asked for too much, s, and whether that is too long. */
export class SupplyWatch {
	private overS = 0;
	/** Whether it gives up now, when `askedW` has been asked for another `seconds`. */
	trips(faults: readonly Fault[], atMin: number, askedW: number, seconds: number): boolean {
		const weak = faultNow(faults, 'weak supply', atMin);
		this.overS = weak?.trips && askedW > weak.watts ? this.overS + seconds : 0;
		return this.overS >= TRIPS_AFTER_S;
	}
}
