/**
 * What went on in a log, whoever's it is: phases by how volts and amps move, resistance from
 * steps of the current, cells that part, a dip at the end. Only figures are looked at; no program
 * is known.
 */
import { upperMiddle } from '../quantity/middle';
import type { Telemetry } from '../simulate/telemetry';

export const LOG_PHASES = [
	'rest',
	'constant current',
	'held by power',
	'constant voltage',
	'pulsed',
	'float',
	'discharge'
] as const;
export type LogPhase = (typeof LOG_PHASES)[number];

export interface PhaseInLog {
	phase: LogPhase;
	fromS: number;
	toS: number;
	/** Means over it. */
	packV: number;
	currentA: number;
	/** Charge moved, Ah; out of the pack counts as well. */
	chargeAh: number;
}

export interface StepInLog {
	atS: number;
	fromA: number;
	toA: number;
	/** Of the whole pack with its leads, and of each cell where they are seen, Ω. */
	packOhm: number;
	cellOhm: number[];
}

export interface EventInLog {
	atS: number;
	/** A whole sentence with figures. */
	sentence: string;
	kind: 'dip' | 'cells part' | 'cell falls' | 'gap' | 'restart';
}

export interface LogAnalysed {
	phases: PhaseInLog[];
	steps: StepInLog[];
	events: EventInLog[];
	/** By amps and hours, which a charger's own count may contradict, Ah. */
	inAh: number;
	outAh: number;
}

/* All common practice, no source. */
/** Volts and amps are judged over windows of so long, s. */
const WINDOW_S = 60;
/** Shorter phases belong to their neighbours, s. */
const SHORTEST_S = 90;
/** Less than this share of the greatest current is none. */
const NO_CURRENT = 0.02;
/** Within this share over a window the current, or the power, is constant. */
const CONSTANT = 0.012;
/** Within this over a window the volts are constant, shares. */
const CONSTANT_V = 0.0012;
/** Held by power: the current falls by so much over the stretch, looked at in so many places. */
const HELD_FALLS = 0.025;
const HELD_POINTS = 24;
/** Jitter about the mean above these is pulsing: shares of the current. */
const PULSED = 0.04;
/** A constant small current at constant volts, below this share of the greatest, is a float. */
const FLOAT = 0.08;
/** A step of the current: this share of the greatest within this time, s. */
const STEP = 0.2;
const STEP_S = 4;
/** A fall from the peak while the current is constant, share of the volts. */
const DIP = 0.003;
/** Cells that part, V, beyond what they were apart at the start. */
const PART_V = 0.06;
/** A cell that falls while it is charged at constant current, V within a window. */
const FALL_V = 0.02;
/** Samples so far apart are a gap: times the usual distance, and at least s. */
const GAP = 6;
const GAP_S = 15;

/** Sums up to each sample, so that the mean over any stretch is two look-ups. */
function sums(column: readonly number[]): Float64Array {
	const out = new Float64Array(column.length + 1);
	column.forEach((v, k) => {
		out[k + 1] = out[k] + (Number.isFinite(v) ? v : 0);
	});
	return out;
}

class Windows {
	private readonly v: Float64Array;
	private readonly a: Float64Array;
	private readonly a2: Float64Array;
	private readonly half: number;
	readonly n: number;

	constructor(readonly t: Telemetry) {
		this.n = t.timeS.length;
		this.v = sums(t.packV);
		this.a = sums(t.currentA);
		this.a2 = sums(t.currentA.map((x) => x * x));
		const every = Math.max(0.1, upperMiddle(t.timeS.slice(1).map((s, k) => s - t.timeS[k])) || 1);
		this.half = Math.max(2, Math.round(WINDOW_S / 2 / every));
	}

	/**
	 * Mean volts and amps just before and just after sample `k`, and how far the amps jitter about
	 * their means.
	 */
	around(k: number) {
		const from = Math.max(0, k - this.half);
		const to = Math.min(this.n, k + this.half + 1);
		const middle = Math.min(Math.max(k, from + 1), to - 1);
		const mean = (s: Float64Array, i: number, j: number) => (s[j] - s[i]) / Math.max(1, j - i);
		const jitter = (i: number, j: number) =>
			Math.sqrt(Math.max(0, mean(this.a2, i, j) - mean(this.a, i, j) ** 2));
		return {
			v0: mean(this.v, from, middle),
			v1: mean(this.v, middle, to),
			a0: mean(this.a, from, middle),
			a1: mean(this.a, middle, to),
			jitterA: Math.min(jitter(from, middle), jitter(middle, to))
		};
	}
}

function phaseAt(w: Windows, k: number, greatestA: number): LogPhase {
	const { v0, v1, a0, a1, jitterA } = w.around(k);
	const a = (a0 + a1) / 2;
	if (Math.abs(a) < NO_CURRENT * greatestA) return 'rest';
	if (a < 0) return 'discharge';
	const moves = (from: number, to: number) => Math.abs(to - from) / Math.max(1e-9, Math.abs(from));
	const flatV = moves(v0, v1) < CONSTANT_V;
	// A current that only slides jitters about its mean as well; what pulses does so more than it
	// slides.
	if (jitterA > PULSED * a && jitterA > 0.6 * Math.abs(a1 - a0)) return 'pulsed';
	if (moves(a0, a1) < CONSTANT) return flatV && a < FLOAT * greatestA ? 'float' : 'constant current';
	if (flatV) return 'constant voltage';
	return a1 < a0 ? 'constant voltage' : 'constant current';
}

/** The mean of volts and amps about sample `k`. */
const meansAt = (w: Windows, k: number) => {
	const { v0, v1, a0, a1 } = w.around(k);
	return { v: (v0 + v1) / 2, a: (a0 + a1) / 2 };
};

/**
 * Where a constant current gives way to constant watts: both change too slowly for a window, so
 * the whole stretch is looked at. The sample from which on it is held by power; null where it is
 * not.
 */
function heldFrom(w: Windows, from: number, to: number): number | null {
	const points = Array.from({ length: HELD_POINTS + 1 }, (_, i) =>
		Math.round(from + ((to - from) * i) / HELD_POINTS)
	);
	const seen = points.map((k) => ({ k, ...meansAt(w, k) }));
	/** Whether the watts stay the same from point `i` on while the current falls. */
	const held = (i: number): boolean => {
		const tail = seen.slice(i);
		const range = (of: (s: (typeof seen)[number]) => number) => {
			const values = tail.map(of);
			return (Math.max(...values) - Math.min(...values)) / Math.max(...values);
		};
		const fell = range((s) => s.a);
		return fell > HELD_FALLS && range((s) => s.a * s.v) < fell / 3 && tail.at(-1)!.v > tail[0].v;
	};
	const begins = seen.findIndex((_, i) => i < HELD_POINTS - 3 && held(i));
	return begins < 0 ? null : seen[begins].k;
}

/** Charge moved between two samples, Ah. */
const movedAh = (t: Telemetry, k: number): number =>
	(((t.currentA[k] + t.currentA[k - 1]) / 2) * (t.timeS[k] - t.timeS[k - 1])) / 3600;

function phasesOf(t: Telemetry, w: Windows, greatestA: number): PhaseInLog[] {
	let runs: { phase: LogPhase; from: number; to: number }[] = [];
	for (let k = 0; k < w.n; k++) {
		const phase = phaseAt(w, k, greatestA);
		const last = runs.at(-1);
		if (last?.phase === phase) last.to = k;
		else runs.push({ phase, from: k, to: k });
	}
	const lasts = (r: (typeof runs)[number]) => t.timeS[r.to] - t.timeS[r.from];
	for (let again = true; again;) {
		again = false;
		const i = runs.findIndex((r) => runs.length > 1 && lasts(r) < SHORTEST_S);
		if (i < 0) break;
		const [before, after] = [runs[i - 1], runs[i + 1]];
		const into = !before ? after : !after ? before : lasts(before) >= lasts(after) ? before : after;
		into.from = Math.min(into.from, runs[i].from);
		into.to = Math.max(into.to, runs[i].to);
		runs.splice(i, 1);
		// Neighbours that are alike now are one.
		runs = runs.reduce<typeof runs>((list, r) => {
			const last = list.at(-1);
			if (last?.phase === r.phase) last.to = r.to;
			else list.push(r);
			return list;
		}, []);
		again = true;
	}
	runs = runs.flatMap((r) => {
		const held = r.phase === 'constant current' ? heldFrom(w, r.from, r.to) : null;
		if (held === null) return [r];
		const power = { ...r, phase: 'held by power' as const, from: held };
		return t.timeS[held] - t.timeS[r.from] < SHORTEST_S
			? [{ ...power, from: r.from }]
			: [{ ...r, to: held }, power];
	});
	return runs.map(({ phase, from, to }) => {
		let chargeAh = 0;
		for (let k = Math.max(1, from); k <= to; k++) chargeAh += Math.abs(movedAh(t, k));
		const mean = (column: number[]) =>
			column.slice(from, to + 1).reduce((a, b) => a + b, 0) / (to - from + 1);
		return {
			phase,
			fromS: t.timeS[from],
			toS: t.timeS[to],
			packV: mean(t.packV),
			currentA: mean(t.currentA),
			chargeAh
		};
	});
}

function stepsOf(t: Telemetry, greatestA: number): StepInLog[] {
	const steps: StepInLog[] = [];
	for (let k = 1; k < t.timeS.length; k++) {
		if (t.timeS[k] - t.timeS[k - 1] > STEP_S) continue;
		const da = t.currentA[k] - t.currentA[k - 1];
		if (Math.abs(da) < STEP * greatestA) continue;
		const ohm = (column: number[]) => (column[k] - column[k - 1]) / da;
		const packOhm = ohm(t.packV);
		// A step against its own volts is another thing: a pack was changed, or a figure is wrong.
		if (packOhm <= 0) continue;
		steps.push({
			atS: t.timeS[k],
			fromA: t.currentA[k - 1],
			toA: t.currentA[k],
			packOhm,
			cellOhm: t.cellV.map(ohm)
		});
	}
	return steps;
}

const minute = (s: number): string => `${Math.round(s / 60)} min`;
const mV = (v: number): string => `${Math.round(1000 * v)} mV`;

function dipOf(t: Telemetry, phases: readonly PhaseInLog[]): EventInLog[] {
	const last = phases.findLast((p) => p.phase === 'constant current');
	if (!last || last.toS - last.fromS < 300) return [];
	const from = t.timeS.findIndex((s) => s >= last.fromS);
	const to = t.timeS.findLastIndex((s) => s <= last.toS);
	let peak = from;
	for (let k = from; k <= to; k++) if (t.packV[k] > t.packV[peak]) peak = k;
	const fell = t.packV[peak] - t.packV[to];
	if (fell < DIP * t.packV[peak] || to - peak < 3) return [];
	return [
		{
			atS: t.timeS[peak],
			kind: 'dip',
			sentence: `The volts stood highest at ${minute(t.timeS[peak])}, ${t.packV[peak].toFixed(2)} V, and fell by ${mV(fell)} at the same current: a dip.`
		}
	];
}

function cellsOf(t: Telemetry): EventInLog[] {
	const n = t.timeS.length;
	const cells = t.cellV.length;
	if (cells < 2 || n < 3) return [];
	const events: EventInLog[] = [];
	const at = (k: number) => t.cellV.map((c) => c[k]);
	const first = at(0);
	const base = first.map((v) => v - upperMiddle(first));
	let parted = -1;
	let worst = { k: 0, cell: 0, by: 0 };
	for (let k = 0; k < n; k++) {
		const now = at(k);
		const middle = upperMiddle(now);
		now.forEach((v, i) => {
			const by = v - middle - base[i];
			if (Math.abs(by) > Math.abs(worst.by)) worst = { k, cell: i + 1, by };
			if (Math.abs(by) > PART_V && parted < 0) parted = k;
		});
	}
	if (parted >= 0)
		events.push({
			atS: t.timeS[parted],
			kind: 'cells part',
			sentence: `Cell ${worst.cell} parts from its fellows from ${minute(t.timeS[parted])} on, ${mV(Math.abs(worst.by))} ${worst.by > 0 ? 'above' : 'below'} them at ${minute(t.timeS[worst.k])}.`
		});
	const every = Math.max(0.1, (t.timeS[n - 1] - t.timeS[0]) / (n - 1));
	const back = Math.max(1, Math.round((2 * WINDOW_S) / every));
	for (let k = back; k < n; k++) {
		const same = Math.abs(t.currentA[k] / t.currentA[k - back] - 1) < 0.03 && t.currentA[k] > 0;
		if (!same) continue;
		const cell = t.cellV.findIndex((c) => c[k - back] - c[k] > FALL_V);
		if (cell < 0) continue;
		events.push({
			atS: t.timeS[k],
			kind: 'cell falls',
			sentence: `Cell ${cell + 1} fell by ${mV(t.cellV[cell][k - back] - t.cellV[cell][k])} until ${minute(t.timeS[k])} while it was charged with the same current.`
		});
		break;
	}
	return events;
}

function gapsOf(t: Telemetry): EventInLog[] {
	const steps = t.timeS.slice(1).map((s, k) => s - t.timeS[k]);
	const usual = upperMiddle(steps) || 1;
	return steps.flatMap((s, k): EventInLog[] => {
		if (s < 0)
			return [
				{ atS: t.timeS[k], kind: 'restart', sentence: `Its clock begins anew after ${minute(t.timeS[k])}.` }
			];
		if (s < Math.max(GAP_S, GAP * usual)) return [];
		return [
			{
				atS: t.timeS[k],
				kind: 'gap',
				sentence: `Nothing was written down from ${minute(t.timeS[k])} to ${minute(t.timeS[k + 1])}.`
			}
		];
	});
}

/** Reads a log: phases, steps, events, charge. Of fewer than ten samples nothing is said. */
export function analyseLog(t: Telemetry): LogAnalysed {
	const n = t.timeS.length;
	if (n < 10) return { phases: [], steps: [], events: [], inAh: 0, outAh: 0 };
	const greatestA = Math.max(1e-6, ...t.currentA.map(Math.abs));
	const w = new Windows(t);
	const phases = phasesOf(t, w, greatestA);
	let inAh = 0;
	let outAh = 0;
	for (let k = 1; k < n; k++) {
		const ah = t.timeS[k] > t.timeS[k - 1] ? movedAh(t, k) : 0;
		if (ah > 0) inAh += ah;
		else outAh -= ah;
	}
	const events = [...gapsOf(t), ...dipOf(t, phases), ...cellsOf(t)].sort((a, b) => a.atS - b.atS);
	return { phases, steps: stepsOf(t, greatestA), events, inAh, outAh };
}

/** A phase as it is read: "constant voltage from 35 to 52 min, 12.60 V, 410 mAh". */
export function phaseText({ phase, fromS, toS, packV, currentA, chargeAh }: PhaseInLog): string {
	const when = `${phase} from ${Math.round(fromS / 60)} to ${minute(toS)}`;
	if (phase === 'rest') return `${when}, ${packV.toFixed(2)} V`;
	const figure =
		phase === 'constant voltage' || phase === 'float'
			? `${packV.toFixed(2)} V`
			: `${Math.abs(currentA).toFixed(2)} A`;
	return `${when}, ${figure}, ${Math.round(1000 * chargeAh)} mAh`;
}
