/**
 * Benches as circuits: a pack of drawn cells, its wires and plugs, a charger with its input
 * network, a supply, and one thing that is wrong built into it. Knows nothing of core's curves,
 * causes or likelihoods; the curves are this file's own, of the shape that Shepherd gave (1965,
 * from memory) with a shoulder at the full end; figures are common practice, no source.
 */
import { normal, uniform } from '../../core/simulate/random';

/**
 * How a charger looks at its balance taps: dividers to ground, resistors from tap to tap, or
 * pulled up to a reference.
 */
export const NETWORKS = ['dividers', 'differential', 'pulled'] as const;
export type Network = (typeof NETWORKS)[number];
export type Kind = 'lipo' | 'life' | 'nimh' | 'lead';
export const familyOf = (kind: Kind) =>
	kind === 'nimh' ? ('nickel' as const) : kind === 'lead' ? ('lead' as const) : ('lithium' as const);

export interface Cell {
	ah: number;
	soc: number;
	ohm: number;
	/** Two relaxation pairs: ohm and seconds. */
	relax: readonly [readonly [number, number], readonly [number, number]];
	leakOhm: number;
}

export interface Bench {
	fault: string;
	kind: Kind;
	cells: Cell[];
	/** What the label says. */
	ratedAh: number;
	/** Open-circuit volts of a cell over state of charge. */
	curve: [number, number][];
	/** Volts more at the start, which fall away within minutes: a nickel pack that lay for long. */
	bumpV: number;
	packWireOhm: number;
	plugOhm: number;
	leadOhm: number;
	/** A plug that holds once it is pressed home. */
	reseats: boolean;
	balance: { plugged: boolean; openWire: number | null; network: Network };
	charger: {
		setA: number;
		setCells: number;
		/** The chemistry whose end is keyed. */
		endV: number;
		powerW: number;
		/** A cap of its own, A. */
		capA: number;
		balances: boolean;
		balanceA: number;
		/** What it reads too much, V per cell. */
		errorV: number;
		inputMinV: number;
		inputMaxV: number;
		/** Gives way when its input sags, instead of cutting out. */
		throttles: boolean;
		efficiency: number;
		ownW: number;
		/** By the taps of its port, or by the volts. */
		countsBy: 'port' | 'volts';
		/** Fall from the peak that ends a nickel charge, V per cell. */
		deltaV: number;
	};
	supply: { voltageV: number; ohm: number; limitA: number };
	labelled: boolean;
	ambientDegC: number;
	years: number;
	sinceBalance: number;
	/** The reading is of days ago, and the pack was used since. */
	usedSince: boolean;
	/** What its charge was when it was read. */
	readSoc: number;
	lay: 'used lately' | 'empty for days' | 'full or part charged for weeks';
	seed: number;
}

/** Full volts per cell, where it may be charged to. */
export const END_V: Record<Kind, number> = { lipo: 4.2, life: 3.6, nimh: 1.8, lead: 2.45 };
/** Least and most volts at rest of a cell that is in order. */
export const WINDOW_V: Record<Kind, [number, number]> = {
	lipo: [3.0, 4.25],
	life: [2.5, 3.75],
	nimh: [0.9, 1.6],
	lead: [1.85, 2.4]
};

type Draw = { u: (from: number, to: number) => number; n: () => number };

function curveOf(kind: Kind, { n }: Draw, rateC: number): [number, number][] {
	const of: Record<Kind, (s: number) => number> = {
		lipo: (s) => 3.7 + 0.16 * s + 0.34 * s ** 3 - 0.45 * Math.exp(-Math.max(-0.06, s) / 0.045),
		life: (s) =>
			3.27 +
			0.045 * s -
			0.5 * Math.exp(-Math.max(-0.05, s) / 0.03) +
			0.1 * Math.exp((Math.min(1.06, s) - 1) / 0.025),
		// Under charge the peak stands near full; what it falls by afterwards grows with the rate.
		nimh: (s) =>
			1.26 +
			0.07 * s -
			0.2 * Math.exp(-Math.max(-0.1, s) / 0.05) +
			0.09 * Math.exp((Math.min(1.03, s) - 1) / 0.05) -
			0.06 * Math.min(1, rateC) * (1 - Math.exp(-Math.max(0, s - 1.03) / 0.12)),
		lead: (s) => 1.94 + 0.19 * s + 0.2 * Math.exp((Math.min(1.05, s) - 1) / 0.03)
	};
	const [bend, lift] = [0.004 * n(), 0.002 * n()];
	return Array.from({ length: 69 }, (_, k) => {
		const s = -0.1 + 0.02 * k;
		return [s, of[kind](s) + lift + bend * Math.sin(Math.PI * s) + 0.02 * Math.min(0, s)];
	});
}

/** Open-circuit volts at a state of charge, straight between the points of the table. */
export function ocv(curve: Bench['curve'], soc: number): number {
	const k = Math.max(1, Math.min(curve.length - 1, Math.ceil((soc - curve[0][0]) / 0.02)));
	const [[s0, v0], [s1, v1]] = [curve[k - 1], curve[k]];
	return v0 + ((soc - s0) / (s1 - s0)) * (v1 - v0);
}

/** Ohm × Ah of one cell that is in order. */
const OHM_AH: Record<Kind, number> = { lipo: 0.012, life: 0.022, nimh: 0.04, lead: 0.045 };
const RATE_C: Record<Kind, number> = { lipo: 1, life: 1, nimh: 0.8, lead: 0.2 };

/** A bench on which nothing is wrong. */
export function soundBench(kind: Kind, seed: number, rateC = RATE_C[kind]): Bench {
	const next = uniform(seed);
	const gauss = normal(next);
	const d: Draw = { u: (from, to) => from + (to - from) * next(), n: gauss };
	const pick = <T>(list: readonly T[]) => list[Math.floor(next() * list.length)];
	const count = kind === 'lead' ? 6 : kind === 'nimh' ? pick([6, 7, 8]) : pick([3, 4, 5, 6]);
	const ratedAh = kind === 'lead' ? pick([7, 12]) : pick([1.3, 2.2, 2.6, 3.3, 5]);
	const soc = d.u(0.2, 0.5);
	const holds = ratedAh * d.u(0.93, 1.02);
	const ohm = (OHM_AH[kind] / holds) * Math.exp(0.15 * d.n());
	const cells = Array.from({ length: count }, (): Cell => {
		const own = ohm * Math.exp(0.05 * d.n());
		return {
			ah: holds * (1 + 0.006 * d.n()),
			soc: soc + 0.004 * d.n(),
			ohm: own,
			relax: [
				[own * d.u(0.3, 0.5), d.u(15, 60)],
				[own * d.u(0.3, 0.7), d.u(300, 900)]
			],
			leakOhm: 1e9
		};
	});
	const setA = Math.round(10 * ratedAh * rateC) / 10;
	return {
		fault: 'nothing',
		kind,
		cells,
		ratedAh,
		curve: curveOf(kind, d, rateC),
		bumpV: 0,
		packWireOhm: 0.002,
		plugOhm: 0.001,
		leadOhm: d.u(0.004, 0.01),
		reseats: false,
		balance: { plugged: familyOf(kind) === 'lithium', openWire: null, network: pick(NETWORKS) },
		charger: {
			setA,
			setCells: count,
			endV: END_V[kind],
			powerW: 1.4 * setA * count * END_V[kind],
			capA: 1e3,
			balances: familyOf(kind) === 'lithium',
			balanceA: pick([0.2, 0.3, 0.6]),
			errorV: 0.003 * d.n(),
			inputMinV: 10.5,
			inputMaxV: 18,
			throttles: next() < 0.5,
			efficiency: d.u(0.82, 0.92),
			ownW: d.u(2, 5),
			countsBy: pick(['port', 'volts']),
			deltaV: pick([0.004, 0.006])
		},
		supply: { voltageV: d.u(12.2, 13.8), ohm: d.u(0.01, 0.02), limitA: 1e3 },
		labelled: true,
		ambientDegC: d.u(17, 25),
		years: d.u(0.2, 2.5),
		sinceBalance: Math.floor(d.u(0, 4)),
		usedSince: false,
		readSoc: soc,
		lay: 'used lately',
		seed
	};
}
