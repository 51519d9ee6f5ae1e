/**
 * Makes the pack that the simulated charger finds on its leads: like the one on the shelf, but with the differences a real
 * one has. Seeded by the pack's id and the reading, so that the same pack behaves the same way again.
 */
import type { Resolved } from '$core/program/context';
import { NO_DEPARTURE, packModel } from '$core/forecast/assume';
import { normal, uniform } from '$core/simulate/random';
import type { PackTruth } from '../../../../stand-in/protocol';

/** Differences between cells of one pack, one standard deviation (common practice, no source). */
const CAPACITY_SIGMA = 0.008;
const RESISTANCE_SIGMA = 0.06;

function seedOf(text: string): number {
	let hash = 2166136261;
	for (const character of text) hash = Math.imul(hash ^ character.charCodeAt(0), 16777619);
	return hash >>> 0;
}

export function packTruth(r: Resolved): PackTruth {
	const model = packModel(r);
	const draw = normal(uniform(seedOf(r.pack.id)));
	const vary = (values: Float64Array, sigma: number) =>
		Array.from(values, (v) => v * Math.exp(sigma * draw()));
	return {
		chemistry: r.chemistry.id,
		capacityAh: vary(model.capacityAh, CAPACITY_SIGMA),
		soc: Array.from(model.startSoc),
		seriesOhm: vary(model.seriesOhm, RESISTANCE_SIGMA),
		relaxOhm: vary(model.relaxOhm, RESISTANCE_SIGMA),
		startDegC: model.startDegC,
		ambientDegC: model.ambientDegC,
		balanceLead: r.chemistry.balanceFromCells !== null && r.pack.balanceLead && r.pack.cells > 1,
		falsePeakV: packModel(r, { ...NO_DEPARTURE, falsePeak: draw() }).falsePeakV,
		tag: r.pack.id
	};
}
