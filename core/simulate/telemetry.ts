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

/** The samples of all `parts`, one after another; the number of cells is the largest of theirs, missing ones are not numbers. */
export function joined(parts: readonly Telemetry[]): Telemetry {
	const cells = parts.reduce((most, t) => Math.max(most, t.cellV.length), 0);
	const out = emptyTelemetry(cells);
	for (const name of TELEMETRY_COLUMNS) out[name] = parts.flatMap((t) => t[name]);
	const column = (t: Telemetry, i: number) => t.cellV[i] ?? new Array<number>(t.timeS.length).fill(NaN);
	out.cellV = out.cellV.map((_, i) => parts.flatMap((t) => column(t, i)));
	return out;
}

/** At most about `most` samples, evenly thinned, always with the first and the last. For drawing only. */
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

/** The columns one after another as 32-bit floats: five named ones, then the cells. Exact to about seven digits. */
export function packColumns(t: Telemetry): Float32Array {
	const n = t.timeS.length;
	const columns = [...TELEMETRY_COLUMNS.map((name) => t[name]), ...t.cellV];
	const out = new Float32Array(n * columns.length);
	columns.forEach((column, c) => out.set(column, c * n));
	return out;
}

/** The inverse of {@link packColumns} for `n` samples of `cells` cells. */
export function unpackColumns(data: Float32Array, n: number, cells: number): Telemetry {
	const column = (c: number) => Array.from(data.subarray(c * n, (c + 1) * n));
	const out = emptyTelemetry(cells);
	TELEMETRY_COLUMNS.forEach((name, c) => (out[name] = column(c)));
	out.cellV = Array.from({ length: cells }, (_, i) => column(TELEMETRY_COLUMNS.length + i));
	return out;
}
