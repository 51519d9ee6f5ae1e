/**
 * Where a discharge must end that is watched only by the sum of its cells, so that the weakest of
 * them stays above its floor. No two cells are alike, and the strong ones hold the sum up while
 * the weak one falls: each draw gives every cell a capacity, a resistance and a charge of its
 * own, and says what the pack shows at the moment its weakest cell stands at the floor.
 */
import { ocvAt, type OpenCircuitCurve } from '../chemistry/curve';
import type { Resolved } from '../request/context';
import { LOW_SOC, LOW_SOC_RISE, resistanceFactor } from '../simulate/pack-model';
import { normal, uniform } from '../simulate/random';
import { presentCapacityAh } from './assume';

/**
 * Draws, and the share of them that the end must suit. A little more than 99 of 100, so that
 * other draws find 99.
 */
const DRAWS = 1500;
const SUITS = 0.995;
const SEED = 20;
const MOST_CELLS = 14;
/** Cells further out are not cells of one pack, standard deviations. */
const FURTHEST = 3;

/**
 * Resistances at which the charge at the floor is worked out, standard deviations; between them
 * it is a straight line.
 */
const GRID_STEP = 0.5;
const GRID = Array.from({ length: (2 * FURTHEST) / GRID_STEP + 1 }, (_, k) => k * GRID_STEP - FURTHEST);

/**
 * Three standard normal numbers for each cell of each draw, made once: the same question has the
 * same answer.
 */
let drawn: Float64Array | null = null;
function draws(): Float64Array {
	if (drawn) return drawn;
	const next = normal(uniform(SEED));
	drawn = Float64Array.from({ length: DRAWS * MOST_CELLS * 3 }, () =>
		Math.max(-FURTHEST, Math.min(FURTHEST, next()))
	);
	return drawn;
}

/**
 * Series resistance over its ordinary value at state of charge `soc`: it rises when a cell is
 * nearly empty.
 */
const nearEmpty = (soc: number): number =>
	soc < LOW_SOC ? 1 + LOW_SOC_RISE * (LOW_SOC - Math.max(soc, -LOW_SOC)) : 1;

/** Loaded volts of a cell after hours at `amps`, V: the slow part of its resistance has settled. */
const loadedV = (curve: OpenCircuitCurve, soc: number, amps: number, seriesOhm: number, relaxOhm: number) =>
	ocvAt(curve, soc) - amps * (seriesOhm * nearEmpty(soc) + relaxOhm);

/** State of charge at which a cell's loaded volts have fallen to `volts`. */
function socAtLoaded(
	curve: OpenCircuitCurve,
	volts: number,
	amps: number,
	seriesOhm: number,
	relaxOhm: number
): number {
	let low = curve.firstSoc;
	let high = 1.2;
	for (let k = 0; k < 22; k++) {
		const middle = (low + high) / 2;
		if (loadedV(curve, middle, amps, seriesOhm, relaxOhm) < volts) low = middle;
		else high = middle;
	}
	return high;
}

/**
 * What the discharge begins with: the pack as it was read, filled, or filled with its cells
 * levelled.
 */
export type Beginning = 'as read' | 'filled' | 'levelled';

/**
 * Lowest end of discharge at `amps`, V per cell on the average of the pack, at which the weakest
 * cell stays above its loaded floor in 99 of 100 packs. 0 where cells have no floor of their own
 * (nickel and lead are judged by the pack) or the pack has one cell. Capacities differ by 3 %,
 * resistances by 20 % and charges by 4 % where only the sum was read, one standard deviation each
 * (common practice, no source).
 */
export function endForWeakestV(
	r: Resolved,
	amps: number,
	begins: Beginning = r.taskData.repeats ? 'filled' : 'as read'
): number {
	const { chemistry, pack, chargeState } = r;
	const differ = chemistry.traits.cellsDiffer;
	const { cells } = pack;
	if (!differ || cells < 2) return 0;
	const { curve, defaults } = chemistry;
	const { hardFloorV } = chemistry.voltages;
	const capacityAh = presentCapacityAh(r);
	const warmth = resistanceFactor(r.packDegC, defaults.resistanceDoublesPerK);
	const measured = r.reading?.cellResistancesOhm?.length === cells ? r.reading.cellResistancesOhm : null;
	const seriesOf = (i: number) => warmth * (measured ? measured[i] : defaults.seriesOhmAh / pack.capacityAh);
	const relaxOhm = (warmth * defaults.relaxOhmAh) / pack.capacityAh;
	const chargeSigma = begins === 'levelled' || r.reading?.cellVoltagesV ? differ.cellsRead : differ.sumRead;
	// A pack that was filled without levelling has cells that differ as they do now.
	const fuller = begins === 'filled' ? Math.max(0, 1 - chargeState.soc) : 0;
	const startsAt = (i: number): number => (begins === 'levelled' ? 1 : chargeState.socs[i] + fuller);
	const floorSocs = Array.from({ length: cells }, (_, i) =>
		// Where nobody measured them, one stands for all.
		i > 0 && !measured
			? null
			: GRID.map((sigmas) => {
					const by = Math.exp(differ.resistance * sigmas);
					return socAtLoaded(curve, hardFloorV, amps, seriesOf(i) * by, relaxOhm * by);
				})
	);
	const floorSoc = (i: number, sigmas: number): number => {
		const at = (sigmas + FURTHEST) / GRID_STEP;
		const k = Math.min(GRID.length - 2, Math.floor(at));
		const socs = floorSocs[i] ?? floorSocs[0]!;
		return socs[k] + (at - k) * (socs[k + 1] - socs[k]);
	};
	const z = draws();
	const ends = new Float64Array(DRAWS);
	const start = new Float64Array(cells);
	const capacity = new Float64Array(cells);
	const factor = new Float64Array(cells);
	for (let d = 0; d < DRAWS; d++) {
		let leastAh = Infinity;
		for (let i = 0; i < cells; i++) {
			const at = (d * MOST_CELLS + i) * 3;
			capacity[i] = capacityAh * (1 + differ.capacity * z[at]);
			factor[i] = Math.exp(differ.resistance * z[at + 1]);
			start[i] = startsAt(i) + chargeSigma * z[at + 2];
			leastAh = Math.min(leastAh, (start[i] - floorSoc(i, z[at + 1])) * capacity[i]);
		}
		let packV = 0;
		for (let i = 0; i < cells; i++)
			packV += loadedV(
				curve,
				start[i] - leastAh / capacity[i],
				amps,
				seriesOf(i) * factor[i],
				relaxOhm * factor[i]
			);
		ends[d] = packV / cells;
	}
	ends.sort();
	return ends[Math.ceil(SUITS * DRAWS) - 1];
}
