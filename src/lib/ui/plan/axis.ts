/**
 * The clock along a plan: hours in which somebody is there at full width, the others drawn
 * together.
 */
import type { Hours } from '$core/plan/plan';

export interface Stretch {
	fromMs: number;
	toMs: number;
	/** Where it lies along the axis, 0 to 1. */
	x0: number;
	x1: number;
	watched: boolean;
	/** Who is there, and whether they plug; '' where nobody is. */
	who: string;
	hands: boolean;
}

export interface Axis {
	stretches: Stretch[];
	/** Share of the width at a moment, 0 to 1. */
	at: (ms: number) => number;
	/** The moment at a share of the width. */
	momentAt: (x: number) => number;
	/** Moments that are written along it. */
	ticks: number[];
}

const HOUR = 3600e3;
/** An unwatched stretch is drawn no wider than this much watched time. */
const SQUEEZED_H = 0.6;
/** Figures along the axis, at most. */
const MOST_TICKS = 14;
const STEPS_H = [0.5, 1, 2, 3, 4, 6, 12];

/** The axis of a plan between two moments. */
export function axisOf(from: string, until: string, hours: readonly Hours[]): Axis {
	const [a, b] = [Date.parse(from), Date.parse(until)];
	const edges = [...new Set([a, b, ...hours.flatMap((h) => [Date.parse(h.from), Date.parse(h.to)])])]
		.filter((t) => t >= a && t <= b)
		.sort((p, q) => p - q);
	const parts = edges.slice(1).map((to, n) => {
		const start = edges[n];
		const there = hours.filter((h) => Date.parse(h.from) <= start && Date.parse(h.to) >= to);
		const first = there.find((h) => h.hands) ?? there[0];
		const length = (to - start) / HOUR;
		return {
			fromMs: start,
			toMs: to,
			watched: there.length > 0,
			who: first?.who ?? '',
			hands: there.some((h) => h.hands),
			width: there.length ? length : Math.min(length, SQUEEZED_H)
		};
	});
	const whole = parts.reduce((sum, p) => sum + p.width, 0) || 1;
	let x = 0;
	const stretches = parts.map(({ width, ...p }): Stretch => {
		const x0 = x;
		x += width / whole;
		return { ...p, x0, x1: x };
	});
	const last = stretches[stretches.length - 1];
	const at = (ms: number): number => {
		if (ms <= a) return 0;
		const s = stretches.find((p) => ms < p.toMs) ?? last;
		if (!s) return 0;
		return s.x0 + (s.x1 - s.x0) * Math.min(1, (ms - s.fromMs) / (s.toMs - s.fromMs));
	};
	const momentAt = (share: number): number => {
		const s = stretches.find((p) => share < p.x1) ?? last;
		if (!s) return a;
		return s.fromMs + ((s.toMs - s.fromMs) * Math.max(0, share - s.x0)) / Math.max(1e-9, s.x1 - s.x0);
	};
	const watchedH = parts.filter((p) => p.watched).reduce((sum, p) => sum + p.width, 0);
	const stepMs = (STEPS_H.find((h) => watchedH / h <= MOST_TICKS) ?? 24) * HOUR;
	const ticks: number[] = [];
	for (const s of stretches) {
		if (!s.watched) continue;
		// Whole hours of the person's own clock.
		const zone = new Date(s.fromMs).getTimezoneOffset() * 60e3;
		for (let t = Math.ceil((s.fromMs - zone) / stepMs) * stepMs + zone; t <= s.toMs; t += stepMs)
			if (!ticks.includes(t)) ticks.push(t);
	}
	return { stretches, at, momentAt, ticks };
}
