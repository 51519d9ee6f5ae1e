/**
 * What the figures of a run say of its causes: the same program is simulated under each cause
 * that a simulation can have, in several strengths and as the pack may depart from the best guess
 * anyway, and laid beside what the screen showed. A course alone never moves the odds of two
 * causes against each other by more than 20 to 1.
 */
import { coarseStepS } from '../forecast/forecast';
import { packModel, uncertaintyOf } from '../forecast/assume';
import { NO_DEPARTURE, type Departure } from '../forecast/departure';
import { endedByFull, legsOf, unguarded } from '../forecast/program-legs';
import { upperMiddle } from '../quantity/middle';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import { simulateLeg } from '../simulate/legs';
import type { PackModel } from '../simulate/pack-model';
import type { Shown } from './screen';

/** Below this it is low, from it on part charged; a share (common practice, no source). */
export const PART_CHARGED = 0.4;

/**
 * How one cause fits: its likelihood against that of all that can be simulated, between 1/√20 and
 * √20, and what it would show.
 */
export interface Fit {
	factor: number;
	/** "12.31 V and 4.2 A", at the strength that fits best. */
	shows: string;
}

/** One way that a cause may be there. */
interface Way {
	change?: (model: PackModel, odd: number) => void;
	departure?: Partial<Departure>;
	/**
	 * Resistance between charger and pack that the cells do not have, Ω; or what main volts and
	 * cells together make of it.
	 */
	leadOhm?: number | 'as shown';
	/** The current is held at what is shown. */
	held?: true;
	/** Only where the cells were read apart by the charge that stands for a cause. */
	whereApart?: true;
	/** Only where it was read low: what was known to be part charged is no misreading. */
	whereLow?: true;
}

const ohms =
	(by: number, only?: 'odd') =>
	(m: PackModel, odd: number): void => {
		m.seriesOhm.forEach((_, i) => {
			if (only && i !== odd) return;
			m.seriesOhm[i] *= by;
			m.relaxOhm[i] *= by;
		});
	};
const apart =
	(soc: number) =>
	(m: PackModel, odd: number): void => {
		m.startSoc[odd] += soc;
	};
const smaller =
	(by: number) =>
	(m: PackModel): void => {
		m.capacityAh.forEach((_, i) => (m.capacityAh[i] *= by));
		ohms(1.4)(m, 0);
	};

const SOUND: readonly Way[] = [{}];
const AHEAD = [0.03, 0.07, 0.13].map((s): Way => ({ change: apart(s) }));
const BEHIND = [0.03, 0.07, 0.13].map((s): Way => ({ change: apart(-s) }));
/** They were read apart: nothing more is needed. */
const KNOWN_APART: readonly Way[] = [{ whereApart: true }];
const APART = [...KNOWN_APART, ...AHEAD, ...BEHIND];
const A_LITTLE_APART: readonly Way[] = [...SOUND, { change: apart(0.02) }, { change: apart(-0.02) }];
const HELD: readonly Way[] = [{ held: true }];

/** The causes that a simulation can have, each in some strengths (common practice, no source). */
const WAYS: Readonly<Record<string, readonly Way[]>> = {
	taper: SOUND,
	'channel-watts': SOUND,
	'ended-a-little-low': SOUND,
	'was-not-empty': [...SOUND, ...[0.15, 0.3].map((soc): Way => ({ departure: { soc }, whereLow: true }))],
	balancing: A_LITTLE_APART,
	'steep-end': A_LITTLE_APART,
	'own-limit-misread': [-0.15, -0.3].map((soc): Way => ({ departure: { soc } })),
	'weak-cell': [2.5, 4, 7].map((by): Way => ({ change: ohms(by, 'odd') })),
	'all-resistance': [2, 3.5, 6].map((by): Way => ({ change: ohms(by) })),
	cold: [-10, -18].map((temperatureK): Way => ({ departure: { temperatureK } })),
	'hot-plug': [0.03, 0.06, 0.12, 0.25, 'as shown' as const].map((leadOhm): Way => ({ leadOhm })),
	worn: [0.4, 0.55, 0.7].map((by): Way => ({ change: smaller(by) })),
	'rarely-balanced': APART,
	'small-balance-current': APART,
	'one-over-unbalanced': [...KNOWN_APART, ...AHEAD],
	'leaking-cell': BEHIND,
	'rate-cap': HELD,
	'supply-limits': HELD,
	'supply-leads-sag': HELD,
	'charger-hot': HELD,
	'keeps-own-values': HELD
};

/* Errors of the model, no smaller than what the calibration leaves (common practice, no source). */
const VOLTS_PER_CELL = 0.012;
const CELL_APART_V = 0.01;
const CURRENT_SHARE = 0.06;
const CURRENT_A = 0.08;
const CHARGE_SHARE = 0.06;
/** Figures of one course hang together: they count for less than as many that do not. */
const TOGETHER = 0.6;
/** Most that a course may set two causes apart. */
const MOST = 20;
/** Read apart by this much of their charge. */
const APART_SOC = 0.03;
/** The charger's own lead, Ω, and how exactly main volts and cells go together: V, and V per A. */
const LEAD_OHM = 0.012;
const SUM_V = 0.03;
const SUM_V_PER_A = 0.01;
/**
 * A start that is known better than this needs no fitting, and how finely it is fitted, of the
 * capacity.
 */
const START_VAGUE = 0.04;
const START_TO = 0.0015;
/** Cells that may differ by more than this, of their charge, were not seen to differ. */
const SPREAD_UNSEEN = 0.03;
/** Shorter than this a course says next to nothing, min. */
const LEAST_MIN = 2;

/** Heavy in its tails: a figure far off is not endlessly unlikely. */
const likely = (z: number): number => (1 + (z * z) / 4) ** -2.5;
const sorted = (v: readonly number[]): number[] => [...v].sort((a, b) => a - b);

/** Main volts above the sum of the cells, V, and whether they say anything of the lead. */
const aboveOf = (shown: Shown): number => shown.packV - shown.cellV.reduce((a, b) => a + b, 0);
const tellsLead = (shown: Shown): boolean => shown.cellV.length > 1 && shown.currentA > 0.3;

interface Screen {
	packV: number;
	currentA: number;
	cellV: number[];
	chargeAh: number;
	/** Main volts above the sum of the cells, V. */
	aboveV: number;
}

/** What the screen would show at `minutes`; where it is over by then, what it showed last. */
function simulated(
	r: Resolved,
	settings: ProgramSettings,
	{ change, departure, leadOhm: lead = 0, held }: Way,
	nuisance: Partial<Departure>,
	shown: Shown,
	odd: number
): Screen {
	const whole: Departure = { ...NO_DEPARTURE, ...nuisance };
	for (const [name, value] of Object.entries(departure ?? {})) whole[name as keyof Departure] += value;
	const keyed = held ? { ...settings, currentA: Math.min(settings.currentA, shown.currentA) } : settings;
	const model = packModel(r, whole);
	change?.(model, odd);
	const cells = r.pack.cells;
	const leadOhm = lead === 'as shown' ? Math.max(0, aboveOf(shown) / shown.currentA - LEAD_OHM) : lead;
	const share = leadOhm / cells;
	// A charger that goes by its own terminals sees the lead as part of every cell.
	model.seriesOhm.forEach((_, i) => (model.seriesOhm[i] += share));
	const [leg] = endedByFull(legsOf(r, unguarded(r, keyed), whole));
	const sim = simulateLeg(model, leg);
	const dtS = Math.min(coarseStepS(r, settings) * 2, Math.max(1, shown.minutes * 2));
	const untilS = shown.minutes * 60;
	// To the very second: where the curve is steep half a step is tens of millivolts.
	while (sim.endReason === null && sim.timeS < untilS - 0.01) sim.step(Math.min(dtS, untilS - sim.timeS));
	const currentA = Math.abs(sim.currentA);
	return {
		packV: sim.packV - cells * whole.voltageV,
		currentA,
		cellV: Array.from(sim.cellV, (v) => v - whole.voltageV - currentA * share),
		chargeAh: sim.chargeAh,
		aboveV: currentA * (leadOhm + LEAD_OHM)
	};
}

/** How well a screen goes with what was shown. */
function agrees(r: Resolved, settings: ProgramSettings, is: Screen, shown: Shown): number {
	const { cells } = r.pack;
	let p =
		likely((is.packV - shown.packV) / (VOLTS_PER_CELL * cells)) *
		likely((is.currentA - shown.currentA) / (CURRENT_SHARE * settings.currentA + CURRENT_A)) *
		likely(
			(is.chargeAh - shown.chargeAh) / (CHARGE_SHARE * Math.max(0.1 * r.pack.capacityAh, shown.chargeAh))
		);
	if (shown.cellV.length === cells && cells > 1) {
		const off = (v: readonly number[]) => {
			const [s, m] = [sorted(v), upperMiddle(v)];
			return [s[s.length - 1] - m, m - s[0]];
		};
		const [ours, theirs] = [off(is.cellV), off(shown.cellV)];
		p *= likely((is.aboveV - aboveOf(shown)) / Math.max(SUM_V, SUM_V_PER_A * shown.currentA));
		p *= likely((ours[0] - theirs[0]) / CELL_APART_V) * likely((ours[1] - theirs[1]) / CELL_APART_V);
	}
	return p;
}

/**
 * The start, within two standard deviations, from which a sound pack agrees best with what was
 * shown: where the curve is steep a grid of three misses it.
 */
function startAsShown(
	r: Resolved,
	settings: ProgramSettings,
	shown: Shown,
	{ sigma, spread }: { sigma: number; spread: number }
): number {
	const bare = { ...shown, cellV: [] };
	const at = (soc: number) =>
		agrees(r, settings, simulated(r, settings, {}, { soc, spread }, shown, 0), bare);
	let best = { soc: 0, p: at(0) };
	let step = sigma / 4;
	const tries = Array.from({ length: 17 }, (_, k) => (k - 8) * step);
	for (;;) {
		for (const soc of tries.splice(0)) {
			const p = at(soc);
			if (p > best.p) best = { soc, p };
		}
		step /= 2.5;
		if (step < START_TO) return best.soc;
		tries.push(best.soc - step, best.soc + step);
	}
}

/**
 * Departures that any sound pack may have, and how likely beside the best guess: that, one
 * standard deviation either way of what moves a course most, and the start that goes best with
 * what was shown. Where nobody sees how cells differ they may as well be level.
 */
function nuisances(
	r: Resolved,
	settings: ProgramSettings,
	shown: Shown
): { departure: Partial<Departure>; weight: number }[] {
	const { soc: sigma, resistance, spread } = uncertaintyOf(r);
	const usual = [{}, { soc: sigma }, { soc: -sigma }, { resistance }, { resistance: -resistance }];
	const spreads = spread > SPREAD_UNSEEN ? [0, -spread / 3, -spread / 1.5] : [0];
	const fitted = (sigma > START_VAGUE ? spreads : []).map((by) => {
		const soc = startAsShown(r, settings, shown, { sigma, spread: by });
		return { departure: { soc, spread: by }, weight: Math.min(1, Math.exp((1 - (soc / sigma) ** 2) / 2)) };
	});
	return [...usual.map((departure) => ({ departure, weight: 1 })), ...fitted];
}

/**
 * Fits of the causes that can be simulated to what the screen shows, by cause; empty where
 * nothing can be said: before anything flowed, for discharges and programs of several legs, and
 * for nickel, whose volts hardly tell.
 */
export function fitsOf(r: Resolved, settings: ProgramSettings, shown: Shown | null): Record<string, Fit> {
	const tells = r.taskData.moves === 'in' && !r.taskData.repeats && r.chemistry.endOfCharge.kind !== 'dip';
	if (!shown || shown.mixed || !tells || shown.minutes < LEAST_MIN || shown.packV <= 0) return {};
	const { cellV } = shown;
	const middle = cellV.length ? upperMiddle(cellV) : 0;
	const odd = cellV.reduce(
		(best, v, i) => (Math.abs(v - middle) > Math.abs(cellV[best] - middle) ? i : best),
		0
	);
	const around = nuisances(r, settings, shown);
	const weights = around.reduce((sum, { weight }) => sum + weight, 0);
	const { startSoc } = packModel(r);
	const readApart = Math.max(...startSoc) - Math.min(...startSoc) >= APART_SOC;
	const cache = new Map<readonly Way[], { p: number; best: Screen }>();
	const fitOf = (ways: readonly Way[]) => {
		let found = cache.get(ways);
		if (found) return found;
		let best: { p: number; is: Screen } | null = null;
		let sum = 0;
		const able = ways.filter(
			(way) =>
				(!way.whereApart || readApart) &&
				(!way.whereLow || r.chargeState.soc < PART_CHARGED) &&
				(way.leadOhm !== 'as shown' || tellsLead(shown))
		);
		for (const way of able)
			for (const { departure, weight } of around) {
				const is = simulated(r, settings, way, departure, shown, odd);
				const p = weight * agrees(r, settings, is, shown);
				sum += p;
				if (best === null || p > best.p) best = { p, is };
			}
		found = { p: sum / (able.length * weights), best: best!.is };
		cache.set(ways, found);
		return found;
	};
	const all = Object.entries(WAYS).map(([cause, ways]) => ({ cause, ...fitOf(ways) }));
	const mean = all.reduce((s, x) => s + x.p, 0) / all.length;
	const most = Math.sqrt(MOST);
	return Object.fromEntries(
		all.map(({ cause, p, best }) => [
			cause,
			{
				factor: Math.min(most, Math.max(1 / most, (p / mean) ** TOGETHER)),
				shows: `${best.packV.toFixed(2)} V and ${best.currentA.toFixed(1)} A`
			}
		])
	);
}
