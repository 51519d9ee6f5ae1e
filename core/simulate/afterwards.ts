/**
 * What goes on after the end of a charge while the pack stays connected: a lead battery floats at
 * constant volts, a nickel pack is given a trickle. The same cell as in the charge before,
 * followed for hours.
 */
import { ChargeSimulation } from './charge-simulation';
import type { PackModel } from './pack-model';
import type { SimulatedState } from './pack-simulation';

/**
 * Held at `voltageV` per cell with at most `mostA`, where a full battery goes on taking
 * `gassingA`; or given `currentA` without end.
 */
export type Upkeep =
	| { kind: 'float'; voltageV: number; mostA: number; gassingA: number }
	| { kind: 'trickle'; currentA: number };

export interface Afterwards {
	/** Charge that flowed in, Ah, and the share of it that the cells stored. */
	chargeAh: number;
	storedShare: number;
	/** Current at the end, A. */
	currentA: number;
	/** Volts of the pack at the end, V. */
	packV: number;
	/** How much warmer than the air the pack is at the end, K. */
	warmerK: number;
}

const STEP_S = 60;

/**
 * Where a float begins: the over-voltage of gassing dies away within hours once the absorption is
 * over, which the cell model does not follow, so cells that were pushed above full begin as full
 * cells at rest.
 */
const settled = ({ soc, relaxV, temperatureDegC }: SimulatedState): SimulatedState => ({
	soc: soc.map((s) => Math.min(1, s)),
	relaxV: relaxV.map(() => 0),
	temperatureDegC
});

/** Follows a pack of `model` from `state` for `hours` of upkeep. */
export function afterwards(
	model: PackModel,
	state: SimulatedState,
	upkeep: Upkeep,
	hours: number
): Afterwards {
	const floats = upkeep.kind === 'float';
	const from = floats ? settled(state) : state;
	const gassingA = floats ? upkeep.gassingA : 0;
	// On float what is not stored is the steady `gassingA`, not a share of the current.
	const cells: PackModel = floats ? { ...model, acceptance: null } : model;
	const before = from.soc.reduce((sum, s, i) => sum + s * model.capacityAh[i], 0);
	const sim = new ChargeSimulation(
		cells,
		{
			currentA: floats ? upkeep.mostA : upkeep.currentA,
			endVoltageV: floats ? upkeep.voltageV : Infinity,
			powerW: Infinity,
			// Nothing but time ends it.
			taperA: -1,
			seesCells: false,
			balanceCurrentA: 0,
			balanceFromV: Infinity,
			balanceToleranceV: 0,
			voltageErrorV: 0,
			currentFactor: 1,
			dip: null,
			reached: 'full',
			timerS: hours * 3600,
			capacityLimitAh: Infinity,
			temperatureLimitDegC: Infinity
		},
		from
	);
	while (sim.endReason === null) sim.step(STEP_S);
	const stored = (sim.soc.reduce((sum, s, i) => sum + s * model.capacityAh[i], 0) - before) / sim.cells;
	const chargeAh = sim.chargeAh + gassingA * hours;
	return {
		chargeAh,
		storedShare: chargeAh > 0 ? stored / chargeAh : 1,
		currentA: sim.currentA + gassingA,
		packV: sim.packV,
		warmerK: sim.temperatureDegC - model.ambientDegC
	};
}
