/**
 * Packs drawn at random whose truth is not the forecast's, and what a meter shows of each. The
 * figures are this file's own (common practice, no source) and frozen: a change of them is
 * another calibration, and `calibration.test.ts` notices it.
 */
import { CHEMISTRIES } from '../../core/chemistry/catalogue';
import type { Chemistry } from '../../core/chemistry/chemistry';
import { ocvAt, type OpenCircuitCurve } from '../../core/chemistry/curve';
import { normal, uniform } from '../../core/simulate/random';

/** One standard deviation each; shares, V, K. */
export const TRUTH = {
	capacity: 0.05,
	cellCapacity: 0.01,
	resistance: 0.3,
	cellResistance: 0.08,
	/** Charge by which a cell differs from its siblings, and where it was never balanced. */
	cellCharge: 0.05,
	neverBalanced: 0.15,
	neverBalancedShare: 0.1,
	/** Where a meter shows each cell, and where every full charge levels them. */
	seenCells: 0.02,
	levelledByGas: 0.01,
	/**
	 * How far another curve departs from ours in the middle, and one way below it and the other
	 * above, shares of charge.
	 */
	curve: 0.02,
	curveWaves: 0.006,
	meterV: 0.003,
	/**
	 * A meter is off by this for every cell: charger and meter that differ by 10 to 20 mV are called
	 * good.
	 */
	meterAllV: 0.005,
	/** What a flat or lazy curve remembers, V: rest volts are off by this for the same charge. */
	lazyV: { life: 0.015, nimh: 0.015, nicd: 0.015, lead: 0.008, leadgel: 0.008 } as Record<string, number>,
	/** So much of it shows while it is charged too, share. */
	remembered: 0.15,
	coolingFactor: 0.15,
	airK: 1.5,
	chargerV: 0.004,
	chargerA: 0.01
} as const;
/** Draws further out are slips, not packs. */
export const WIDEST = 2.5;

export interface DrawnPack {
	chemistry: Chemistry;
	cells: number;
	labelAh: number;
	capacityAh: number[];
	soc: number[];
	resistance: number[];
	/** Without what it remembers. */
	curve: OpenCircuitCurve;
	/** What it remembers at rest, V. */
	lazyV: number;
	/** What the meter showed, V per cell. */
	readV: number[];
	coolingFactor: number;
	airK: number;
	chargerV: number;
	chargerA: number;
}

/**
 * Our curve with the charge at each voltage moved: by `by` most in the middle, by `waves` one way
 * below it and the other above, by nothing when empty or full.
 */
export function another(curve: OpenCircuitCurve, by: number, waves: number): OpenCircuitCurve {
	const voltsV = curve.voltsV.map((_, k) => {
		const soc = curve.firstSoc + k * curve.stepSoc;
		if (soc <= 0 || soc >= 1) return ocvAt(curve, soc);
		return ocvAt(curve, soc + by * Math.sin(Math.PI * soc) + waves * Math.sin(2 * Math.PI * soc));
	});
	return { ...curve, voltsV };
}

/** Its curve while it is charged: what it remembers is mostly gone then. */
export function whileCharged(p: Pick<DrawnPack, 'curve' | 'lazyV'>): OpenCircuitCurve {
	return { ...p.curve, voltsV: p.curve.voltsV.map((v) => v + TRUTH.remembered * p.lazyV) };
}

/**
 * Packs of one chemistry, always the same ones; the first of a longer list are those of a shorter
 * one.
 */
export function drawPacks(chemistryId: string, count: number): DrawnPack[] {
	const at = CHEMISTRIES.findIndex((c) => c.id === chemistryId);
	const chemistry = CHEMISTRIES[at];
	const even = uniform(4100 + at);
	const next = normal(even);
	const within = (z: number) => Math.max(-WIDEST, Math.min(WIDEST, z));
	const draw = (sigma: number) => sigma * within(next());
	// Meters are drawn by themselves, so that the packs are those that were drawn before any meter
	// was off.
	const meters = normal(uniform(6100 + at));
	const waves = normal(uniform(8100 + at));
	return Array.from({ length: count }, () => {
		const lithium = chemistry.family === 'lithium';
		const cells = lithium ? 2 + Math.floor(even() * 5) : 6;
		const labelAh = [0.85, 1.3, 2.2, 3.3, 5][Math.floor(even() * 5)];
		const meanSoc = 0.1 + 0.5 * even();
		const curve = another(chemistry.curve, draw(TRUTH.curve), TRUTH.curveWaves * within(waves()));
		const whole = labelAh * (1 + draw(TRUTH.capacity));
		const worse = Math.exp(draw(TRUTH.resistance));
		const apart = even() < TRUTH.neverBalancedShare ? TRUTH.neverBalanced : TRUTH.cellCharge;
		// Lithium that shows its cells is looked at before it is charged; cells far apart are another
		// matter than a forecast.
		const seen = lithium && chemistry.storage.kind === 'volts';
		const differ = seen ? TRUTH.seenCells : chemistry.traits.gasses ? TRUTH.levelledByGas : apart;
		const each = <T>(value: (i: number) => T) => Array.from({ length: cells }, (_, i) => value(i));
		const soc = each(() => Math.min(0.95, Math.max(0.02, meanSoc + draw(differ))));
		const lazyV = draw(TRUTH.lazyV[chemistry.id] ?? 0);
		const meter = TRUTH.meterAllV * within(meters());
		return {
			chemistry,
			cells,
			labelAh,
			capacityAh: each(() => whole * (1 + draw(TRUTH.cellCapacity))),
			soc,
			resistance: each(() => worse * Math.exp(draw(TRUTH.cellResistance))),
			curve,
			lazyV,
			readV: each((i) => ocvAt(curve, soc[i]) + lazyV + meter + draw(TRUTH.meterV)),
			coolingFactor: Math.exp(draw(TRUTH.coolingFactor)),
			airK: draw(TRUTH.airK),
			chargerV: draw(TRUTH.chargerV),
			chargerA: draw(TRUTH.chargerA)
		};
	});
}
