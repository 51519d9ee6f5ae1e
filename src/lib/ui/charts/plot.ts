/**
 * What a plot of our own draws: curves, areas, lines with names and a point, in the units of its
 * axes.
 */

export type Tone = 'act' | 'check' | 'stop' | 'quiet' | 'ink' | 'store';

export interface Point {
	x: number;
	y: number;
}

export interface Curve {
	points: readonly Point[];
	tone: Tone;
	/** Against the right axis instead of the left. */
	right?: boolean;
	weight?: 'thin' | 'data' | 'heavy';
	dashed?: boolean;
	/** Filled down to the axis, faintly, without a line. */
	area?: boolean;
}

/** Between two values at each x, filled faintly. */
export interface Stripe {
	x: readonly number[];
	low: readonly number[];
	high: readonly number[];
	tone: Tone;
	right?: boolean;
}

/** A vertical line with its name, at the top or at the foot. */
export interface Mark {
	x: number;
	text: string;
	tone: Tone;
	/** px on, px off; none is a full line. */
	dash?: number;
	foot?: boolean;
	/**
	 * It ends a stretch that begins here: drawn as a bar along the top, with a short line at its
	 * end.
	 */
	from?: number;
}

/** A horizontal line with its name. */
export interface Level {
	y: number;
	text: string;
	tone: Tone;
}

const shown = (v: number) => (Math.round(v * 10) / 10).toString();

/**
 * SVG path through points that `at` puts in their place; a point that is no number breaks the
 * line.
 */
export function lineThrough(points: readonly Point[], at: (p: Point) => Point): string {
	let open = false;
	let d = '';
	for (const p of points) {
		const { x, y } = at(p);
		if (!Number.isFinite(x) || !Number.isFinite(y)) {
			open = false;
			continue;
		}
		d += `${open ? 'L' : 'M'}${shown(x)} ${shown(y)}`;
		open = true;
	}
	return d;
}

/** SVG path around a stripe; empty where it has no number at all. */
export function around({ x, low, high }: Stripe, at: (p: Point) => Point): string {
	const known = x.map((_, i) => i).filter((i) => Number.isFinite(low[i]) && Number.isFinite(high[i]));
	if (known.length < 2) return '';
	const there = known.map((i) => ({ x: x[i], y: high[i] }));
	const back = known.map((i) => ({ x: x[i], y: low[i] })).reverse();
	return `${lineThrough([...there, ...back], at)}Z`;
}
