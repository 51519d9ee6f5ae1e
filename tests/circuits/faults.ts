/**
 * What may be wrong on a bench, built into its circuit. Each says which cause of the trade it is
 * (common practice, no source).
 */
import { uniform } from '../../core/simulate/random';
import { NETWORKS, ocv, soundBench, WINDOW_V, type Bench, type Kind } from './bench';

export interface BuiltFault {
	name: string;
	/** The cause that it is. */
	is: string;
	kinds: readonly Kind[];
	/** Set current, C, where it matters. */
	rateC?: number;
	build: (b: Bench, u: (from: number, to: number) => number, at: (n: number) => number) => void;
}

const LITHIUM = ['lipo', 'life'] as const;
const ALL = ['lipo', 'life', 'nimh', 'lead'] as const;
const OPEN = 1e9;

const shift = (b: Bench, soc: number): void => {
	for (const c of b.cells) c.soc += soc - b.readSoc;
	b.readSoc = soc;
};
const resistance = (b: Bench, i: number, by: number): void => {
	const c = b.cells[i];
	const [[r1, t1], [r2, t2]] = c.relax;
	b.cells[i] = {
		...c,
		ohm: c.ohm * by,
		relax: [
			[r1 * by, t1],
			[r2 * by, t2]
		]
	};
};
const openInner =
	(network: (typeof NETWORKS)[number]): BuiltFault['build'] =>
	(b, _, at) => {
		b.balance = { plugged: true, network, openWire: 1 + at(b.cells.length - 1) };
	};
const openOuter =
	(network: (typeof NETWORKS)[number]): BuiltFault['build'] =>
	(b) => {
		b.balance = { plugged: true, network, openWire: b.cells.length };
	};

export const FAULTS: readonly BuiltFault[] = [
	{
		name: 'plug not home',
		is: 'plug-not-home',
		kinds: ALL,
		build: (b) => ((b.plugOhm = OPEN), (b.reseats = true))
	},
	{ name: 'lead broken', is: 'lead-wire-broken', kinds: ALL, build: (b) => (b.leadOhm = OPEN) },
	{ name: 'pack wire broken', is: 'pack-wire-broken', kinds: ALL, build: (b) => (b.packWireOhm = OPEN) },
	{
		name: 'balance lead out',
		is: 'balance-lead-out',
		kinds: LITHIUM,
		build: (b, u) => {
			b.balance = { plugged: false, network: u(0, 1) < 0.5 ? 'dividers' : 'differential', openWire: null };
			b.reseats = true;
		}
	},
	{ name: 'inner wire, dividers', is: 'inner-wire-open', kinds: LITHIUM, build: openInner('dividers') },
	{
		name: 'inner wire, differential',
		is: 'inner-wire-open',
		kinds: LITHIUM,
		build: openInner('differential')
	},
	{ name: 'inner wire, pulled', is: 'inner-wire-open', kinds: LITHIUM, build: openInner('pulled') },
	{ name: 'outer wire, dividers', is: 'outer-wire-open', kinds: LITHIUM, build: openOuter('dividers') },
	{
		name: 'outer wire, differential',
		is: 'outer-wire-open',
		kinds: LITHIUM,
		build: openOuter('differential')
	},
	{
		name: 'cell under its floor',
		is: 'cell-under-floor',
		kinds: LITHIUM,
		build: (b, u, at) => {
			shift(b, u(0.1, 0.3));
			b.cells[at(b.cells.length)].soc = u(-0.1, -0.04);
			b.lay = 'empty for days';
		}
	},
	{
		name: 'shorted cell',
		is: 'dead-cell',
		kinds: ['lipo', 'life', 'lead'],
		build: (b, u, at) => {
			const i = at(b.cells.length);
			b.cells[i] = { ...b.cells[i], soc: -0.1, leakOhm: b.cells[i].ohm * u(0.005, 0.05) };
		}
	},
	{
		name: 'set for another count',
		is: 'left-over-setting',
		kinds: ['lipo', 'life', 'lead'],
		build: (b) => {
			b.charger.setCells = b.kind === 'lead' ? 3 : b.cells.length - 1;
			b.labelled = false;
		}
	},
	{
		name: 'used far down',
		is: 'miscounted-used',
		kinds: ['lipo'],
		build: (b, u) => {
			while (b.cells.length < 5) b.cells.push({ ...b.cells[0] });
			b.charger.setCells = b.cells.length;
			b.charger.countsBy = 'volts';
			const low = u(3.05, 3.3);
			for (const c of b.cells) c.soc = b.curve.find(([, v]) => v >= low)![0];
			b.readSoc = 0.3;
			b.usedSince = true;
		}
	},
	{
		name: 'weak cell',
		is: 'weak-cell',
		kinds: LITHIUM,
		rateC: 3,
		build: (b, u, at) => {
			resistance(b, at(b.cells.length), u(4, 8));
			b.years = u(1, 5);
		}
	},
	{
		name: 'all cells worn',
		is: 'all-resistance',
		kinds: ['lipo', 'life', 'lead'],
		rateC: 3,
		build: (b, u) => {
			const by = b.kind === 'lead' ? u(3, 5) : u(6, 10);
			b.cells.forEach((_, i) => resistance(b, i, by));
			b.years = u(2, 6);
		}
	},
	{
		name: 'plug with resistance',
		is: 'hot-plug',
		kinds: ALL,
		rateC: 3,
		build: (b, u) => (b.plugOhm = u(0.35, 0.7) / b.charger.setA)
	},
	{
		name: 'leaking cell',
		is: 'leaking-cell',
		kinds: ['lipo', 'life'],
		build: (b, u, at) => {
			const i = at(b.cells.length);
			// As much as a tenth of its capacity an hour.
			b.cells[i] = { ...b.cells[i], leakOhm: 3.8 / (b.ratedAh * u(0.1, 0.25)) };
			b.cells[i].soc -= u(0.01, 0.06);
		}
	},
	{
		name: 'soft short',
		is: 'soft-short',
		kinds: ['lipo', 'life'],
		build: (b, u, at) => {
			const i = at(b.cells.length);
			b.cells[i] = { ...b.cells[i], leakOhm: 3.8 / (b.ratedAh * u(0.004, 0.01)) };
		}
	},
	{
		name: 'supply gives too little',
		is: 'supply-limits',
		kinds: ALL,
		build: (b, u) => {
			const { setA, endV, efficiency } = b.charger;
			const needs = (setA * b.cells.length * endV) / efficiency / b.supply.voltageV;
			b.supply.limitA = needs * u(0.45, 0.75);
		}
	},
	{
		name: 'supply leads sag',
		is: 'supply-leads-sag',
		kinds: ALL,
		build: (b, u) => {
			const { setA, endV, efficiency } = b.charger;
			const needs = (setA * b.cells.length * endV) / efficiency / b.supply.voltageV;
			b.supply.ohm = u(2.2, 3.2) / needs;
		}
	},
	{
		name: 'supply empty',
		is: 'supply-off',
		kinds: ALL,
		build: (b, u) => (b.supply.voltageV = u(8, 10.2))
	},
	{
		name: 'supply too high',
		is: 'supply-too-high',
		kinds: ALL,
		build: (b, u) => (b.supply.voltageV = u(18.6, 24))
	},
	{
		name: 'far apart, small balance current',
		is: 'small-balance-current',
		kinds: ['lipo'],
		build: (b, u, at) => {
			b.charger.balanceA = 0.1;
			b.cells[at(b.cells.length)].soc += u(0.06, 0.12);
		}
	},
	{
		name: 'charger reads low',
		is: 'charger-off',
		kinds: ALL.slice(0, 2),
		build: (b, u) => (b.charger.errorV = -u(0.035, 0.06))
	},
	{
		name: 'charger reads high',
		is: 'charger-high',
		kinds: ALL.slice(0, 2),
		build: (b, u) => (b.charger.errorV = u(0.04, 0.08))
	},
	{
		name: 'its end, as ever',
		is: 'taper',
		kinds: ['lipo', 'lead'],
		rateC: 1.5,
		build: (b, u) => shift(b, u(0.7, 0.85))
	},
	{
		name: 'its watts',
		is: 'channel-watts',
		kinds: ALL,
		build: (b, u) => (b.charger.powerW = b.charger.setA * b.cells.length * WINDOW_V[b.kind][0] * u(0.5, 0.8))
	},
	{
		name: 'its own cap',
		is: 'rate-cap',
		kinds: ALL,
		build: (b, u) => (b.charger.capA = Math.round(10 * b.charger.setA * u(0.4, 0.7)) / 10)
	},
	{
		name: 'what it needs itself',
		is: 'own-use',
		kinds: ALL,
		build: (b) => (b.supply.voltageV = Math.min(b.supply.voltageV, 12.4))
	},
	{
		name: 'it was not empty',
		is: 'was-not-empty',
		kinds: ['lipo', 'nimh'],
		build: (b, u) => {
			shift(b, u(0.82, 0.92));
			b.lay = 'full or part charged for weeks';
		}
	},
	{
		name: 'it levels the cells',
		is: 'balancing',
		kinds: ['lipo'],
		build: (b, u, at) => {
			b.charger.balanceA = 0.6;
			b.cells[at(b.cells.length)].soc += u(0.015, 0.03);
		}
	},
	{ name: 'a little low', is: 'ended-a-little-low', kinds: ['lipo', 'life'], build: () => undefined },
	{
		name: 'worn',
		is: 'worn',
		kinds: ['lipo', 'nimh'],
		build: (b, u) => {
			const by = u(0.35, 0.5);
			for (const c of b.cells) c.ah *= by;
			shift(b, u(0.08, 0.15));
			b.cells.forEach((_, i) => resistance(b, i, u(1.6, 1.9)));
			b.years = u(2.5, 6);
		}
	},
	{
		name: 'false dip',
		is: 'false-dip',
		kinds: ['nimh'],
		build: (b, u) => {
			b.bumpV = u(0.05, 0.09) * b.cells.length;
			b.lay = u(0, 1) < 0.6 ? 'full or part charged for weeks' : 'empty for days';
		}
	},
	{
		name: 'dip too small',
		is: 'missed-dip',
		kinds: ['nimh'],
		rateC: 0.2,
		build: (b, u) => {
			shift(b, u(0.5, 0.7));
			b.charger.deltaV = 0.012;
		}
	},
	{
		name: 'cold',
		is: 'cold',
		kinds: ['lipo'],
		rateC: 2.5,
		build: (b, u) => {
			b.ambientDegC = u(2, 6);
			b.cells.forEach((_, i) => resistance(b, i, u(5, 7)));
		}
	},
	{
		name: 'rarely balanced',
		is: 'rarely-balanced',
		kinds: ['lipo'],
		build: (b, u, at) => {
			b.cells[at(b.cells.length)].soc -= u(0.08, 0.15);
			b.sinceBalance = Math.floor(u(15, 40));
		}
	}
];

/** A bench with one of `FAULTS` in it; the same seed is the same bench. */
export function benchOf(fault: BuiltFault, seed: number): Bench {
	const next = uniform(seed * 7919 + 13);
	const kind = fault.kinds[Math.floor(next() * fault.kinds.length)];
	const b = soundBench(kind, seed, fault.rateC && kind === 'lead' ? 0.3 : fault.rateC);
	b.fault = fault.name;
	fault.build(
		b,
		(from, to) => from + (to - from) * next(),
		(n) => Math.floor(next() * n)
	);
	return b;
}

/** Volts at rest of every cell. */
export const restV = (b: Bench): number[] => b.cells.map((c) => ocv(b.curve, c.soc));
