/**
 * Packs whose truth core does not know: a rest curve of another hand, a capacity, cells that
 * differ, a resistance, volts that come to rest slowly. Charge is moved by coulomb counting with
 * the losses of the chemistry; no equation is shared with core.
 */
import { REST_CURVES, solveRising, type RestCurve } from './curves';

export type Draw = () => number;
/** A standard normal number from uniform ones, by the sum of twelve. */
export const normal = (draw: Draw): number => {
	let sum = -6;
	for (let i = 0; i < 12; i++) sum += draw();
	return sum;
};

export interface Truth {
	chemistry: string;
	cells: number;
	/** Label and present capacity, Ah. */
	labelAh: number;
	capacityAh: number;
	curve: RestCurve;
	/** State of charge of each cell. */
	soc: number[];
	/** Series resistance of a cell × capacity, Ω·Ah. */
	ohmAh: number;
	/**
	 * Volts above rest that are left of the last current, V per cell, and the time in which they fall
	 * by a factor e, h.
	 */
	excessV: number;
	settlesH: number;
	/** Charge kept of what goes in, below the range where it gasses or warms. */
	efficiency: number;
	/** Share of its charge that it loses in a month. */
	lossPerMonth: number;
	/** How far this pack rests from its curve, V per cell. */
	offsetV: number;
}

/** Full by the charger's end, empty by the usual end, V per cell at rest. */
export const FULL_V: Record<string, number> = { lipo: 4.19, lihv: 4.34, liion: 4.19, life: 3.42 };
const LOSS: Record<string, number> = {
	lipo: 0.03,
	lihv: 0.03,
	liion: 0.02,
	life: 0.02,
	nimh: 0.2,
	nicd: 0.15,
	lead: 0.04
};
const SETTLES: Record<string, readonly [number, number]> = {
	lipo: [0.05, 0.25],
	lihv: [0.05, 0.25],
	liion: [0.05, 0.3],
	life: [0.3, 1],
	nimh: [0.7, 1.6],
	nicd: [0.5, 1.4],
	lead: [1.5, 4]
};
const POLARISES: Record<string, number> = {
	lipo: 0.015,
	lihv: 0.015,
	liion: 0.02,
	life: 0.05,
	nimh: 0.05,
	nicd: 0.04,
	lead: 0.12
};
const RESTS: Record<string, number> = {
	lipo: 0.003,
	lihv: 0.003,
	liion: 0.003,
	life: 0.006,
	nimh: 0.012,
	nicd: 0.012,
	lead: 0.008
};

const between = (draw: Draw, low: number, high: number): number => low + (high - low) * draw();

export function aTruth(chemistry: string, draw: Draw): Truth {
	const nickel = chemistry === 'nimh' || chemistry === 'nicd';
	const cells = chemistry === 'lead' ? 6 : nickel ? 6 + Math.floor(2 * draw()) : 2 + Math.floor(4 * draw());
	const labelAh = between(draw, 0.8, 5);
	const curves = REST_CURVES[chemistry];
	let pick = draw();
	const curve = (curves.find(([share]) => (pick -= share) <= 0) ?? curves[0])[1];
	const soc = between(draw, 0.1, 0.6);
	const differ = nickel || chemistry === 'lead' ? 0 : 0.012 * Math.abs(normal(draw));
	const [fast, slow] = SETTLES[chemistry];
	return {
		chemistry,
		cells,
		labelAh,
		capacityAh: labelAh * between(draw, 0.82, 1.02),
		curve,
		soc: Array.from({ length: cells }, () => soc + differ * normal(draw)),
		ohmAh: 0.04 * Math.exp(0.35 * normal(draw)),
		excessV: 0,
		settlesH: between(draw, fast, slow),
		efficiency: nickel ? between(draw, 0.86, 0.94) : chemistry === 'lead' ? between(draw, 0.93, 0.98) : 1,
		lossPerMonth: LOSS[chemistry] * Math.exp(0.4 * normal(draw)),
		offsetV: RESTS[chemistry] * normal(draw)
	};
}

export const meanSoc = (t: Truth): number => t.soc.reduce((a, b) => a + b, 0) / t.cells;

/** Time passes. */
export function lie(t: Truth, hours: number): void {
	t.soc = t.soc.map((s) => (s > 0 ? s * Math.exp((-t.lossPerMonth * hours) / 720) : s));
	t.excessV *= Math.exp(-hours / t.settlesH);
}

/** Rest volts of each cell as they are now, without the meter's error. */
export const cellVolts = (t: Truth): number[] => t.soc.map((s) => t.curve(s) + t.offsetV + t.excessV);

/**
 * Charge `ah` goes in (or out, below zero) at `amps`. Near full nickel and lead keep less and less
 * of it.
 */
export function move(t: Truth, ah: number, amps: number): void {
	const steps = 60;
	const soft = t.efficiency < 1;
	for (let k = 0; k < steps; k++)
		t.soc = t.soc.map((s) => {
			const share = ah / t.capacityAh / steps;
			if (share <= 0 || !soft) return s + share;
			const kept = t.efficiency / (1 + Math.exp((s - 0.985) / 0.018));
			return Math.min(1.01, s + share * kept);
		});
	const rateC = Math.min(1, Math.abs(amps) / t.capacityAh);
	t.excessV = Math.sign(ah) * POLARISES[t.chemistry] * (0.4 + 0.6 * rateC);
	if (soft && ah > 0 && meanSoc(t) > 0.9) t.excessV *= 1.3;
}

export interface Charged {
	/** Ah that went in, and the minutes it took. */
	ah: number;
	minutes: number;
	/** Whether it came to its end before `mostAh`. */
	full: boolean;
}

/**
 * Charges to `endV` volts per cell (lithium), to the fall of its volts (nickel) or by absorption
 * (lead); no more than `mostAh`.
 */
export function charge(t: Truth, amps: number, endV: number, balance: boolean, mostAh: number): Charged {
	const soft = t.efficiency < 1;
	let missing: number;
	if (soft) {
		// To its end nickel and lead take what is missing and what is lost on the way.
		const copy = { ...t, soc: [...t.soc] };
		let ah = 0;
		while (meanSoc(copy) < 0.99 && ah < 2 * t.capacityAh) {
			move(copy, 0.01 * t.capacityAh, amps);
			ah += 0.01 * t.capacityAh;
		}
		missing = ah + 0.01 * t.capacityAh;
	} else {
		const taperC = 0.1;
		const restEnd = endV - taperC * t.ohmAh - t.offsetV;
		const end = solveRising((s) => t.curve(s), restEnd, -0.1, 1.1);
		const highest = balance ? meanSoc(t) : Math.max(...t.soc);
		missing = Math.max(0.002, end - highest) * t.capacityAh;
	}
	const ah = Math.min(missing, mostAh);
	const full = missing <= mostAh;
	move(t, ah, full && !soft ? 0.1 * t.capacityAh : amps);
	if (full && balance) {
		const mean = meanSoc(t);
		t.soc = t.soc.map((s) => mean + 0.15 * (s - mean));
	}
	return { ah, minutes: (60 * ah) / amps + (full && !soft ? 12 : 1), full };
}

/** Takes charge out until the lowest cell rests at `restV`, V; what came out, Ah. */
export function discharge(t: Truth, amps: number, endV: number): { ah: number; minutes: number } {
	const restV = endV + (amps / t.capacityAh) * t.ohmAh - t.offsetV;
	const end = solveRising((s) => t.curve(s), restV, -0.1, 1.1);
	const ah = Math.max(0.001, Math.min(...t.soc) - end) * t.capacityAh;
	move(t, -ah, amps);
	return { ah, minutes: (60 * ah) / amps };
}
