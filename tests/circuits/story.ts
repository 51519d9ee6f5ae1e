/**
 * What a person lives through at a bench: what the charger shows, rounded and noisy, and the
 * first thing that is not as it should be. Judged by what is displayed alone, never by what is
 * wrong (common practice, no source).
 */
import type { SymptomId } from '../../core/diagnose/symptom';
import { normal, uniform } from '../../core/simulate/random';
import { END_V, familyOf, WINDOW_V, type Bench } from './bench';
import { solveCircuit, type Course } from './solve-circuit';

/** What the charger's screens say at one moment. */
export interface Screen {
	minutes: number;
	currentA: number;
	mainV: number;
	/** Empty where it has no cell page, or no balance lead. */
	cellV: number[];
	inputV: number;
	inputA: number;
	chargeAh: number;
}

export interface Story {
	shows: SymptomId | null;
	/** Before the start. */
	check: Screen;
	countRead: number | null;
	/** Where the person comes in; null where it never started. */
	now: Screen | null;
	/** The last index of the course that belongs to it. */
	at: number;
	ended: 'full' | 'cut off' | null;
	course: Course;
}

const STEP_S = 20;
const MOST_H = 5;
const NOTHING_V = 0.3;

/**
 * Volts as they stand on a screen: its own error, noise of a millivolt or two, and its last
 * digit.
 */
function displayed(b: Bench): (v: number, digits: number, cells: number) => number {
	const draw = normal(uniform(b.seed + 99));
	return (v, digits, cells) => {
		const seen = Math.max(0, v) + (v > NOTHING_V ? b.charger.errorV * cells : 0) + 0.0015 * draw();
		return Math.max(0, Math.round(seen * 10 ** digits) / 10 ** digits);
	};
}

/** Blocks of lead that chargers know. */
const BLOCKS = [3, 6, 12];

/** The cells that the charger counts: those of its port, or as few as can have the main volts. */
function counted(b: Bench, check: Screen): number | null {
	if (b.kind === 'nimh') return null;
	if (check.mainV < NOTHING_V) return 0;
	const most = WINDOW_V[b.kind][1];
	if (b.kind === 'lead') return BLOCKS.find((n) => check.mainV <= n * most) ?? 12;
	const taps = check.cellV.filter((v) => v > 1).length;
	if (b.charger.countsBy === 'port' && taps > 0) return taps;
	return Math.max(1, Math.ceil((check.mainV - 0.02) / most));
}

function screens(b: Bench, c: Course): (k: number) => Screen {
	const show = displayed(b);
	const chargeAh: number[] = [];
	let sum = 0;
	c.timeS.forEach((t, k) => {
		if (k > 0) sum += (c.currentA[k] * (t - c.timeS[k - 1])) / 3600;
		chargeAh.push(sum);
	});
	const lithium = familyOf(b.kind) === 'lithium';
	return (k) => ({
		minutes: c.timeS[k] / 60,
		currentA: Math.round(100 * Math.max(0, c.currentA[k])) / 100,
		mainV: show(c.mainV[k] > 1.2 * b.cells.length * WINDOW_V[b.kind][1] ? 0 : c.mainV[k], 2, b.cells.length),
		cellV: lithium ? c.portV.map((v) => show(v[k], 3, 1)) : [],
		inputV: Math.round(10 * c.inputV[k]) / 10,
		inputA: Math.round(10 * c.inputA[k]) / 10,
		chargeAh: Math.round(1000 * chargeAh[k]) / 1000
	});
}

/** Before anything flows. */
function atTheCheck(b: Bench, s: Screen, countRead: number | null): SymptomId | null {
	const { charger } = b;
	const [low, high] = WINDOW_V[b.kind];
	if (s.inputV < charger.inputMinV || s.inputV > charger.inputMaxV) return 'input';
	if (s.mainV < NOTHING_V) return 'no-pack';
	if (s.cellV.length) {
		if (s.cellV.every((v) => v < NOTHING_V)) return 'cells-zero';
		if (s.cellV.some((v) => v < NOTHING_V || v > high + 0.1)) return 'cell-odd';
	}
	if (countRead !== null && countRead !== charger.setCells) return 'count-differs';
	if (s.cellV.some((v) => v < low)) return 'cell-low';
	if (b.kind !== 'nimh' && (s.mainV < low * charger.setCells || s.mainV > high * charger.setCells))
		return 'volts-odd';
	return null;
}

/** Volts of the highest cell, or of each by the main volts where those are more. */
const highest = (b: Bench, s: Screen): number => Math.max(s.mainV / b.cells.length, ...s.cellV);
const spreadOf = (v: readonly number[]): number => (v.length ? Math.max(...v) - Math.min(...v) : 0);

/** While it goes on. `endedMin`: minutes since the volts first stood at their end. */
function goingOn(b: Bench, s: Screen, atEndMin: number, coin: number): SymptomId | null {
	const { charger, ratedAh } = b;
	const { cellV } = s;
	const atEnd = b.kind !== 'nimh' && highest(b, s) > charger.endV - 0.035;
	if (!charger.throttles && s.inputV < charger.inputMinV) return 'restarts';
	if (s.minutes < 2) return null;
	if (charger.balances && cellV.some((v) => v < NOTHING_V || v > WINDOW_V[b.kind][1] + 0.1))
		return 'cell-odd';
	const plugW = s.currentA ** 2 * b.plugOhm;
	if (plugW > 1 && coin < 0.5) return 'hot-plug';
	if (coin > 0.93 && s.minutes > 5 && s.inputA > 1.1 * s.currentA) return 'input-amps';
	if (s.currentA < 0.85 * charger.setA && !atEnd) return 'less-current';
	const missing = (1 - Math.min(0.6, b.readSoc)) * ratedAh;
	if (s.currentA < 0.7 * charger.setA && s.chargeAh < 0.35 * missing) return 'current-falls';
	if (charger.balances && spreadOf(cellV) > 0.06 && s.currentA > 0.5 * charger.setA) return 'cells-part';
	if (s.chargeAh > 1.1 * ratedAh) return 'took-more';
	if (b.kind === 'nimh' && s.chargeAh > (1.25 - b.readSoc) * ratedAh) return 'nickel-late';
	if (atEndMin > 25 && spreadOf(cellV) > 0.004 && spreadOf(cellV) < 0.03 && coin < 0.5) return 'jumps';
	if (atEndMin > 45) return 'goes-on';
	return null;
}

/** Once it says full. */
function atTheEnd(b: Bench, s: Screen, c: Course, k: number): SymptomId | null {
	if (b.kind === 'nimh' && s.minutes < 15) return 'nickel-early';
	if (s.chargeAh < 0.45 * b.ratedAh) return 'few-mah';
	// Of lead and nickel nobody meters a cell.
	const volts = c.cellV.map((v) => v[k]);
	const high =
		familyOf(b.kind) === 'lithium' ? Math.max(...volts) : volts.reduce((x, y) => x + y, 0) / volts.length;
	if (b.kind !== 'nimh' && high > END_V[b.kind] + 0.02) return 'ends-high';
	return null;
}

/**
 * Cells after a rest: the same bench with nothing flowing, from the charge that it had then;
 * relaxed from the start, V.
 */
export function rested(b: Bench, soc: readonly number[], hours: number): number[] {
	const later: Bench = {
		...b,
		bumpV: 0,
		plugOhm: 1e9,
		balance: { ...b.balance, plugged: false },
		cells: b.cells.map((cell, i) => ({ ...cell, soc: soc[i] }))
	};
	const c = solveCircuit({ ...later, supply: { ...b.supply, voltageV: 0.1 } }, 0, 3600 * hours, 360 * hours);
	return c.cellV.map((v) => v.at(-1)!);
}

/** The story of a bench: what shows first. */
export function storyOf(b: Bench): Story {
	const coin = uniform(b.seed + 5)();
	const before = solveCircuit(b, 0, 20, 5);
	const check = screens(b, before)(before.timeS.length - 1);
	const countRead = counted(b, check);
	const first = atTheCheck(b, check, countRead);
	const base = { check, countRead };
	if (first)
		return { ...base, shows: first, now: null, at: before.timeS.length - 1, ended: null, course: before };
	const course = solveCircuit(b, b.charger.setA, 3600 * MOST_H, STEP_S);
	const screen = screens(b, course);
	const taperA = (b.kind === 'lead' ? 0.07 : 0.1) * b.charger.setA;
	let atEndSince: number | null = null;
	let peak = 0;
	let nextLook = 3;
	const last = course.timeS.length - 1;
	for (let k = 1; k <= last; k++) {
		const s = screen(k);
		if (b.kind !== 'nimh' && highest(b, s) > b.charger.endV - 0.01) atEndSince ??= s.minutes;
		const told = { ...base, now: s, at: k, course };
		const cutOff = !b.charger.throttles && s.inputV < b.charger.inputMinV;
		if (s.minutes >= nextLook || cutOff) {
			nextLook = s.minutes + (s.minutes < 12 ? 3 : 8);
			const shows = goingOn(b, s, atEndSince === null ? 0 : s.minutes - atEndSince, coin);
			if (shows) return { ...told, shows, ended: cutOff ? 'cut off' : null };
		}
		if (s.minutes > 1) peak = Math.max(peak, s.mainV);
		const full =
			b.kind === 'nimh'
				? s.minutes > 1.5 && s.mainV <= peak - b.charger.deltaV * b.cells.length
				: s.minutes > 3 && atEndSince !== null && s.currentA < taperA && spreadOf(s.cellV) < 0.012;
		if (full || k === last) return { ...told, shows: atTheEnd(b, s, course, k), ended: 'full' };
	}
	return { ...base, shows: null, now: null, at: 0, ended: null, course };
}

/** What a person finds who comes back to it: the cells after an hour, and after a day. */
export function afterwards(b: Bench, s: Story): SymptomId | null {
	// A meter beside the charger, as it ends.
	if (Math.abs(b.charger.errorV) > 0.025 && b.seed % 2) return 'disagree';
	const soc = s.course.soc.map((c) => c[s.at]);
	if (familyOf(b.kind) !== 'lithium') return null;
	const hour = rested(b, soc, 1);
	const fell = rested(b, soc, 24).map((v, i) => hour[i] - v);
	if (Math.max(...fell) - fell.toSorted((x, y) => x - y)[fell.length >> 1] > 0.008) return 'cell-falls';
	if (b.kind === 'lipo' && Math.max(...hour) < b.charger.endV - 0.008) return 'not-quite';
	return null;
}
