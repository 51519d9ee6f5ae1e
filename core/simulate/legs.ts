/**
 * A program as the charger does it: one leg after another, each a charge, a discharge or a rest.
 */
import type { ChargeControl } from './charge-control';
import { ChargeSimulation } from './charge-simulation';
import { DischargeSimulation, type DischargeControl } from './discharge-simulation';
import type { PackModel } from './pack-model';
import type { PackSimulation, SimulatedState } from './pack-simulation';

export type Leg = (
	| { readonly kind: 'charge'; readonly control: ChargeControl }
	| { readonly kind: 'discharge' | 'rest'; readonly control: DischargeControl }
) & {
	/** The next leg follows whatever ended this one, its timer and capacity limit included. */
	readonly goesOnAnyway?: boolean;
};

/** A rest of `seconds`: no current, nothing but time ends it. */
export const restLeg = (seconds: number): Leg => ({
	kind: 'rest',
	control: {
		currentA: 0,
		powerW: Infinity,
		endVoltageV: -Infinity,
		seesCells: false,
		voltageErrorV: 0,
		currentFactor: 1,
		timerS: seconds,
		capacityLimitAh: Infinity,
		temperatureLimitDegC: Infinity
	}
});

/**
 * The simulation of one leg from where the pack stands; from the model's start when nothing went
 * before.
 */
export function simulateLeg(model: PackModel, leg: Leg, from?: SimulatedState): PackSimulation {
	return leg.kind === 'charge'
		? new ChargeSimulation(model, leg.control, from)
		: new DischargeSimulation(model, leg.control, from);
}

/**
 * Whether the leg after this one may begin: a guard that cut, or a person, ends the whole
 * program.
 */
export function goesOn(leg: Leg, sim: PackSimulation): boolean {
	if (sim.endReason === 'stopped' || sim.endReason === 'temperature') return false;
	if (leg.goesOnAnyway || leg.kind === 'rest') return true;
	return sim.endReason === 'full' || sim.endReason === 'end voltage' || sim.endReason === 'temperature rise';
}
