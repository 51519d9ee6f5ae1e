/**
 * Rest volts of cells that core did not draw: published half-cell and empirical curves, quoted from
 * memory, and handbook tables. Nothing here is shared with core. State of charge runs from 0, empty
 * as the trade measures it, to 1, charged to the usual end.
 */

/** Rest volts per cell at a state of charge. */
export type RestCurve = (soc: number) => number;

const { exp, tanh } = Math;

/** Root of a rising function between `low` and `high` by bisection. */
export function solveRising(f: (x: number) => number, target: number, low: number, high: number): number {
	let [a, b] = [low, high];
	for (let i = 0; i < 60; i++) {
		const middle = (a + b) / 2;
		if (f(middle) < target) a = middle;
		else b = middle;
	}
	return (a + b) / 2;
}

/** A curve in its own variable, stretched so that 0 rests at `emptyV` and 1 at `fullV`. */
function stretched(
	own: (x: number) => number,
	from: number,
	to: number,
	emptyV: number,
	fullV: number
): RestCurve {
	const empty = solveRising(own, emptyV, from, to);
	const full = solveRising(own, fullV, from, to);
	return (soc) => own(empty + soc * (full - empty));
}

/**
 * Chen and Rincón-Mora 2006, IEEE Trans. Energy Conversion 21, 504-511: polymer Li-ion; from
 * memory.
 */
const polymer = (s: number): number =>
	-1.031 * exp(-35 * s) + 3.685 + 0.2156 * s - 0.1178 * s ** 2 + 0.3201 * s ** 3;

/** Graphite and cobalt oxide of Marquis et al. 2019 after Doyle and Newman; from memory. */
const graphiteMarquis = (x: number): number =>
	0.194 +
	1.5 * exp(-120 * x) +
	0.0351 * tanh((x - 0.286) / 0.083) -
	0.0045 * tanh((x - 0.849) / 0.119) -
	0.035 * tanh((x - 0.9233) / 0.05) -
	0.0147 * tanh((x - 0.5) / 0.034) -
	0.102 * tanh((x - 0.194) / 0.142) -
	0.022 * tanh((x - 0.9) / 0.0164) -
	0.011 * tanh((x - 0.124) / 0.0226) +
	0.0155 * tanh((x - 0.105) / 0.029);
function cobalt(y: number): number {
	const s = 1.062 * y;
	return (
		2.16216 +
		0.07645 * tanh(30.834 - 54.4806 * s) +
		2.1581 * tanh(52.294 - 50.294 * s) -
		0.14169 * tanh(11.0923 - 19.8543 * s) +
		0.2051 * tanh(1.4684 - 5.4888 * s) +
		0.2531 * tanh((0.56478 - s) / 0.1316) -
		0.02167 * tanh((s - 0.525) / 0.006)
	);
}
/**
 * Nickel-rich oxide and graphite-silicon of Chen et al. 2020, J. Electrochem. Soc. 167, 080534;
 * from memory.
 */
const graphiteChen = (x: number): number =>
	1.9793 * exp(-39.3631 * x) +
	0.2482 -
	0.0909 * tanh(29.8538 * (x - 0.1234)) -
	0.04478 * tanh(14.9159 * (x - 0.2769)) -
	0.0205 * tanh(30.4444 * (x - 0.6103));
const nickelRich = (y: number): number =>
	-0.809 * y +
	4.4875 -
	0.0428 * tanh(18.5138 * (y - 0.5542)) -
	17.7326 * tanh(15.789 * (y - 0.3117)) +
	17.5842 * tanh(15.9308 * (y - 0.312));
/** Iron phosphate of Prada et al. 2013, J. Electrochem. Soc. 160, A616; from memory. */
const ironPhosphate = (y: number): number =>
	3.4077 - 0.020269 * y + 0.5 * exp(-150 * y) - 0.9 * exp(-30 * (1 - y));

/**
 * A whole cell: its negative filled from `x0` to `x1` while its positive empties from `y0` to `y1`.
 */
const cell =
	(
		positive: (y: number) => number,
		negative: (x: number) => number,
		[x0, x1]: number[],
		[y0, y1]: number[]
	) =>
	(s: number): number =>
		positive(y0 + s * (y1 - y0)) - negative(x0 + s * (x1 - x0));

const cobaltCell = cell(cobalt, graphiteMarquis, [0.005, 0.95], [0.985, 0.36]);
const cobaltHighCell = cell(cobalt, graphiteMarquis, [0.005, 0.98], [0.985, 0.31]);
const nickelRichCell = cell(nickelRich, graphiteChen, [0.0263, 0.9106], [0.854, 0.2638]);
const ironChen = cell(ironPhosphate, graphiteChen, [0.01, 0.85], [0.99, 0.005]);

/**
 * Tremblay and Dessaint 2009, older form without the filtered current; from memory. Per cell and
 * per unit of charge.
 */
const tremblay =
	(e0: number, k: number, a: number, b: number) =>
	(soc: number): number => {
		const out = Math.min(0.985, Math.max(0, 1 - soc));
		return e0 - k / (1 - out) + a * exp(-b * out);
	};

/** The iron-phosphate cell of the same paper, 2.3 Ah; its curve falls with what was taken out. */
const ironTremblay = (soc: number): number => {
	const out = Math.min(0.99, Math.max(0, 1 - soc)) * 2.3;
	return 3.366 - ((0.0076 * 2.3) / (2.3 - out)) * out + 0.26422 * exp(-26.5487 * out);
};

/** A handbook's table, linear between its points; from memory. */
function table(points: readonly (readonly [number, number])[]): RestCurve {
	return (soc) => {
		let i = 0;
		while (i < points.length - 2 && soc > points[i + 1][0]) i++;
		const [x0, y0] = points[i];
		const [x1, y1] = points[i + 1];
		return y0 + ((soc - x0) / (x1 - x0)) * (y1 - y0);
	};
}

/** Rest volts of a flooded and of a sealed battery by handbooks, V per cell; from memory. */
const flooded = table([
	[-0.1, 1.9],
	[0, 1.982],
	[0.25, 2.01],
	[0.5, 2.04],
	[0.75, 2.075],
	[1, 2.108],
	[1.1, 2.16]
]);
const sealed = table([
	[-0.1, 1.88],
	[0, 1.967],
	[0.25, 2.008],
	[0.5, 2.058],
	[0.75, 2.1],
	[1, 2.142],
	[1.1, 2.2]
]);

/**
 * Curves of each chemistry with how often a pack has one of them (judgement, no source: which cells
 * hobby packs are made of).
 */
export const REST_CURVES: Record<string, readonly (readonly [number, RestCurve])[]> = {
	lipo: [
		[0.75, stretched(polymer, 0.002, 1.3, 3.1, 4.19)],
		[0.25, stretched(cobaltCell, 0, 1, 3.1, 4.19)]
	],
	// High-voltage packs are the same pouch cells, taken further.
	lihv: [
		[0.75, stretched(polymer, 0.002, 1.4, 3.1, 4.34)],
		[0.25, stretched(cobaltHighCell, 0, 1.02, 3.1, 4.34)]
	],
	liion: [
		[0.75, stretched(nickelRichCell, 0, 1.05, 2.6, 4.19)],
		[0.25, stretched(cobaltCell, 0, 1, 2.9, 4.19)]
	],
	life: [
		[0.5, stretched(ironChen, 0, 1, 2.6, 3.42)],
		[0.5, stretched(ironTremblay, 0, 1, 2.6, 3.45)]
	],
	nimh: [
		[0.5, tremblay(1.2848, 0.01875, 0.144, 15)],
		[0.5, tremblay(1.29, 0.012, 0.09, 9)]
	],
	nicd: [
		[0.5, tremblay(1.2505, 0.00852, 0.144, 7.5)],
		[0.5, tremblay(1.265, 0.012, 0.1, 12)]
	],
	lead: [
		[0.5, flooded],
		[0.5, sealed]
	]
};
