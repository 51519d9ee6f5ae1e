/**
 * What a pack that is plugged in really is. Drawn here from its label, what a meter showed and a
 * seed, by figures of this file's own: the forecast knows none of them, so that a run that agrees
 * with its forecast says something about both.
 */
import { chemistryOf } from '../core/chemistry/catalogue';
import { socAt } from '../core/chemistry/curve';
import type { PackTruth, PluggedPack } from '../link/protocol';
import { normal, uniform } from '../core/simulate/random';
import { bent } from './bent-curve';
import { STAND_IN_SPEC } from './spec';

/** Capacity lost per year, and what is left at least (common practice, no source). */
const FADE_PER_YEAR = 0.025;
const LEAST_LEFT = 0.6;
/**
 * How far packs of one label, and cells of one pack, differ: one standard deviation each (common
 * practice, no source).
 */
const SIGMA = {
	capacity: 0.035,
	measuredCapacity: 0.015,
	cellCapacity: 0.008,
	/**
	 * Charge of the cells of a flat curve, which no volts have told apart since they were level
	 * last.
	 */
	cellCharge: 0.04,
	resistance: 0.18,
	cellResistance: 0.06,
	curveBend: 0.02,
	cooling: 0.12,
	meterV: 0.002,
	current: 0.008
} as const;
/** Resistance grows with age, a year (common practice, no source). */
const RESISTANCE_PER_YEAR = 0.05;
/** Draws further out than this are not packs but slips, standard deviations. */
const WIDEST = 2.5;

/** Volts tell the charge of these; the others are as full as they were left. */
const steep = (plugged: PluggedPack): boolean => {
	const { family, id } = chemistryOf(plugged.chemistry);
	return (family === 'lithium' && id !== 'life') || family === 'lead';
};

/** Draws the truth about a pack; the same pack at the same moment is the same again. */
export function drawTruth(plugged: PluggedPack): PackTruth {
	const chemistry = chemistryOf(plugged.chemistry);
	const next = normal(uniform(plugged.seed));
	const draw = (sigma: number) => sigma * Math.max(-WIDEST, Math.min(WIDEST, next()));
	const { cells, labelAh, measuredAh, ageYears, restV } = plugged;
	const capacityAh =
		measuredAh === null
			? labelAh * Math.max(LEAST_LEFT, 1 - FADE_PER_YEAR * ageYears) * Math.exp(draw(SIGMA.capacity))
			: measuredAh * Math.exp(draw(SIGMA.measuredCapacity));
	const resistance = Math.exp(draw(SIGMA.resistance)) * (1 + RESISTANCE_PER_YEAR * Math.min(10, ageYears));
	const curveBend = draw(SIGMA.curveBend);
	const curve = bent(chemistry.curve, curveBend);
	const each = (value: (i: number) => number) => Array.from({ length: cells }, (_, i) => value(i));
	// What was believed of the charge may be wrong by as much as it was said to be; a cell is
	// neither fuller than full nor empty of it.
	const offCharge = draw(plugged.chargeSigma);
	const believed = (i: number) => plugged.charge[Math.min(i, plugged.charge.length - 1)];
	const apart = normal(uniform(plugged.seed + 1));
	const drifts = chemistry.family === 'lithium' && cells > 1 ? SIGMA.cellCharge : 0;
	const socOf = (i: number) => {
		const by = believed(i) + drifts * Math.max(-WIDEST, Math.min(WIDEST, apart()));
		return Math.min(Math.max(by + offCharge, Math.min(0, by)), Math.max(1, by));
	};
	const byVolts = restV?.length === cells && steep(plugged) ? restV : null;
	return {
		chemistry: plugged.chemistry,
		capacityAh: each(() => capacityAh * Math.exp(draw(SIGMA.cellCapacity))),
		soc: each((i) => (byVolts ? socAt(curve, byVolts[i] + draw(SIGMA.meterV)) : socOf(i))),
		seriesOhm: each(
			() => (chemistry.defaults.seriesOhmAh / labelAh) * resistance * Math.exp(draw(SIGMA.cellResistance))
		),
		relaxOhm: each(
			() => (chemistry.defaults.relaxOhmAh / labelAh) * resistance * Math.exp(draw(SIGMA.cellResistance))
		),
		startDegC: plugged.packDegC,
		ambientDegC: plugged.airDegC,
		balanceLead: plugged.balanceLead,
		falsePeakV:
			chemistry.endOfCharge.kind === 'dip' ? Math.abs(draw(1)) * chemistry.endOfCharge.falsePeakV : 0,
		curveBend,
		coolingFactor: Math.exp(draw(SIGMA.cooling)),
		efficiencyFactor: 1 - Math.abs(draw(0.002)),
		// The accuracy that it is sold with is a bound: three standard deviations.
		voltageErrorV: draw(STAND_IN_SPEC.voltageAccuracyV / 3),
		currentFactor: 1 + draw(SIGMA.current),
		tag: plugged.tag
	};
}
