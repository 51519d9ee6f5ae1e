/** Telemetry of a run as columns: one array per quantity, all of one length, oldest first. */

export const TELEMETRY_COLUMNS = ['timeS', 'currentA', 'packV', 'chargeAh', 'temperatureDegC'] as const;
export type TelemetryColumn = (typeof TELEMETRY_COLUMNS)[number];

export interface Telemetry {
	timeS: number[];
	currentA: number[];
	packV: number[];
	chargeAh: number[];
	temperatureDegC: number[];
	/** One column per cell, bottom cell first. */
	cellV: number[][];
}

export const emptyTelemetry = (cells: number): Telemetry => ({
	timeS: [],
	currentA: [],
	packV: [],
	chargeAh: [],
	temperatureDegC: [],
	cellV: Array.from({ length: cells }, () => [])
});

/**
 * The samples of all `parts`, one after another; the number of cells is the largest of theirs,
 * missing ones are not numbers.
 */
export function joined(parts: readonly Telemetry[]): Telemetry {
	const cells = parts.reduce((most, t) => Math.max(most, t.cellV.length), 0);
	const out = emptyTelemetry(cells);
	for (const name of TELEMETRY_COLUMNS) out[name] = parts.flatMap((t) => t[name]);
	const column = (t: Telemetry, i: number) => t.cellV[i] ?? new Array<number>(t.timeS.length).fill(NaN);
	out.cellV = out.cellV.map((_, i) => parts.flatMap((t) => column(t, i)));
	return out;
}

/**
 * At most about `most` samples, evenly thinned, always with the first and the last. For drawing
 * only.
 */
export function thinned(t: Telemetry, most: number): Telemetry {
	const n = t.timeS.length;
	if (n <= most) return t;
	const stride = Math.ceil(n / most);
	const keep = (column: number[]) => column.filter((_, k) => k % stride === 0 || k === n - 1);
	const out = emptyTelemetry(t.cellV.length);
	for (const name of TELEMETRY_COLUMNS) out[name] = keep(t[name]);
	out.cellV = t.cellV.map(keep);
	return out;
}

/**
 * Least step that is kept of each column: a charger's own steps, or finer. Volts of cells are
 * kept like those of the pack.
 */
const KEPT_STEP: Record<TelemetryColumn, number> = {
	timeS: 0.1,
	currentA: 0.001,
	packV: 0.001,
	chargeAh: 0.0001,
	temperatureDegC: 0.1
};
/** Stands for what is not a number; no charger shows it. */
const NOT_A_NUMBER = -(2 ** 31);

const columnsOf = (t: Telemetry): (readonly [number, number[]])[] => [
	...TELEMETRY_COLUMNS.map((name) => [KEPT_STEP[name], t[name]] as const),
	...t.cellV.map((column) => [KEPT_STEP.packV, column] as const)
];

/**
 * The columns one after another in steps of their own, each figure as what it differs from the
 * one before, zigzag and in seven bits a byte (the varint of Protocol Buffers, from memory): a
 * quiet column takes one byte a sample, and packs well.
 */
export function packSteps(t: Telemetry): Uint8Array {
	const bytes: number[] = [];
	for (const [step, column] of columnsOf(t)) {
		let before = 0;
		for (const value of column) {
			const steps = Number.isFinite(value) ? Math.round(value / step) : NOT_A_NUMBER;
			const differs = steps - before;
			before = steps;
			let zigzag = differs >= 0 ? 2 * differs : -2 * differs - 1;
			while (zigzag >= 128) {
				bytes.push((zigzag % 128) + 128);
				zigzag = Math.floor(zigzag / 128);
			}
			bytes.push(zigzag);
		}
	}
	return Uint8Array.from(bytes);
}

/**
 * The inverse of {@link packSteps} for `n` samples of `cells` cells; throws where `bytes` end
 * before them.
 */
export function unpackSteps(bytes: Uint8Array, n: number, cells: number): Telemetry {
	const out = emptyTelemetry(cells);
	let at = 0;
	for (const [step, column] of columnsOf(out)) {
		const perUnit = Math.round(1 / step);
		let steps = 0;
		for (let k = 0; k < n; k++) {
			let zigzag = 0;
			let place = 1;
			for (;;) {
				if (at >= bytes.length) throw new RangeError('samples end before their number');
				const byte = bytes[at++];
				zigzag += (byte & 127) * place;
				if (byte < 128) break;
				place *= 128;
			}
			steps += zigzag % 2 === 0 ? zigzag / 2 : -(zigzag + 1) / 2;
			column.push(steps === NOT_A_NUMBER ? NaN : steps / perUnit);
		}
	}
	return out;
}

/**
 * `n` samples of `cells` cells from 32-bit floats, the columns one after another: how samples
 * were kept at first.
 */
export function unpackColumns(data: Float32Array, n: number, cells: number): Telemetry {
	const column = (c: number) => Array.from(data.subarray(c * n, (c + 1) * n));
	const out = emptyTelemetry(cells);
	TELEMETRY_COLUMNS.forEach((name, c) => (out[name] = column(c)));
	out.cellV = Array.from({ length: cells }, (_, i) => column(TELEMETRY_COLUMNS.length + i));
	return out;
}
