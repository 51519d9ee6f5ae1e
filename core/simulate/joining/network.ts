/**
 * Packs joined at a board as a circuit of resistors and sources: each pack a row of cells between
 * its taps, its main lead to the board's rails, and, where the balance leads are joined, a wire
 * from each tap to the board's own. Everything in it is linear but the cells' volts, so what each
 * cell takes is a fixed combination of all cells' volts and of the charger's current. Solved once
 * by Gaussian elimination on the node equations.
 */

/** What lies between the packs' cells, Ω. */
export interface Board {
	/** A pack's main lead with its plugs, there and back; of each pack its own where they differ. */
	leadOhm: number | readonly number[];
	/** One wire of a balance lead with its contacts; null while the balance leads are not joined. */
	balanceOhm: number | null;
}

/**
 * A board of the usual kind: half a metre of lead and its plugs; a balance wire with its contact as
 * short and thick as there are, which lets most through (common practice, no source).
 */
export const USUAL_BOARD = { leadOhm: 0.006, balanceOhm: 0.01 } as const satisfies Board;
/** A lead that is not plugged in, Ω. */
export const OPEN_OHM = 1e5;

export interface Network {
	/**
	 * Current into each cell, A, from the cells' volts (pack after pack, bottom cell first) and the
	 * charger's current, A.
	 */
	cellA(emfV: readonly number[], chargerA: number): number[];
	/** Volts at the board's rails. */
	railV(emfV: readonly number[], chargerA: number): number;
	/**
	 * Volts between one balance wire of the board and the next, bottom cell first: what a charger's
	 * port sees; empty without any.
	 */
	busV(emfV: readonly number[], chargerA: number): number[];
	/** Current of each wire of each balance lead into the pack, A; empty where none is joined. */
	balanceA(emfV: readonly number[], chargerA: number): number[][];
}

/**
 * Solves `a x = b` for each column of `b` (rows of `a` and `b` alike in number), by elimination
 * with pivots. Overwrites both.
 */
function solveColumns(a: number[][], b: number[][]): number[][] {
	const n = a.length;
	for (let c = 0; c < n; c++) {
		let pivot = c;
		for (let r = c + 1; r < n; r++) if (Math.abs(a[r][c]) > Math.abs(a[pivot][c])) pivot = r;
		[a[c], a[pivot]] = [a[pivot], a[c]];
		[b[c], b[pivot]] = [b[pivot], b[c]];
		for (let r = 0; r < n; r++) {
			if (r === c || a[r][c] === 0) continue;
			const times = a[r][c] / a[c][c];
			for (let k = c; k < n; k++) a[r][k] -= times * a[c][k];
			for (let k = 0; k < b[r].length; k++) b[r][k] -= times * b[c][k];
		}
	}
	return b.map((row, r) => row.map((v) => v / a[r][r]));
}

/**
 * The network of packs whose cells have these series resistances, Ω: a row for each pack, alike
 * in length.
 */
export function networkOf(cellOhm: readonly (readonly number[])[], board: Board): Network {
	const packs = cellOhm.length;
	const cells = cellOhm[0].length;
	const { leadOhm, balanceOhm } = board;
	// Node −1 is the lower rail, the ground; then the upper rail, the taps of every pack, and the
	// board's balance wires.
	const RAIL = 0;
	const tap = (k: number, i: number) => 1 + k * (cells + 1) + i;
	const bus = (i: number) => 1 + packs * (cells + 1) + i;
	const nodes = 1 + packs * (cells + 1) + (balanceOhm === null ? 0 : cells + 1);
	const g = Array.from({ length: nodes }, () => new Array<number>(nodes).fill(0));
	const resistor = (p: number, q: number, ohm: number) => {
		for (const [a, b] of [
			[p, q],
			[q, p]
		]) {
			if (a < 0) continue;
			g[a][a] += 1 / ohm;
			if (b >= 0) g[a][b] -= 1 / ohm;
		}
	};
	for (let k = 0; k < packs; k++) {
		const ohm = typeof leadOhm === 'number' ? leadOhm : leadOhm[k];
		resistor(-1, tap(k, 0), ohm / 2);
		resistor(RAIL, tap(k, cells), ohm / 2);
		for (let i = 0; i < cells; i++) resistor(tap(k, i), tap(k, i + 1), cellOhm[k][i]);
		if (balanceOhm !== null) for (let i = 0; i <= cells; i++) resistor(tap(k, i), bus(i), balanceOhm);
	}
	// Each cell's volts by themselves, 1 V each, and at last 1 A from the charger.
	const columns = packs * cells + 1;
	const inputs = Array.from({ length: nodes }, () => new Array<number>(columns).fill(0));
	for (let k = 0; k < packs; k++)
		for (let i = 0; i < cells; i++) {
			inputs[tap(k, i + 1)][k * cells + i] += 1 / cellOhm[k][i];
			inputs[tap(k, i)][k * cells + i] -= 1 / cellOhm[k][i];
		}
	inputs[RAIL][columns - 1] = 1;
	const volts = solveColumns(g, inputs);

	/** Current into each cell for 1 V at each cell, and for 1 A of the charger. */
	const perInput = Array.from({ length: packs * cells }, (_, n) => {
		const [k, i] = [Math.floor(n / cells), n % cells];
		const [high, low] = [volts[tap(k, i + 1)], volts[tap(k, i)]];
		return high.map((v, c) => (v - low[c] - (c === n ? 1 : 0)) / cellOhm[k][i]);
	});
	const applied = (row: readonly number[], emfV: readonly number[], chargerA: number) => {
		let sum = row[columns - 1] * chargerA;
		for (let c = 0; c < columns - 1; c++) sum += row[c] * emfV[c];
		return sum;
	};
	return {
		cellA: (emfV, chargerA) => perInput.map((row) => applied(row, emfV, chargerA)),
		railV: (emfV, chargerA) => applied(volts[RAIL], emfV, chargerA),
		busV: (emfV, chargerA) => {
			if (balanceOhm === null) return [];
			const at = Array.from({ length: cells + 1 }, (_, i) => applied(volts[bus(i)], emfV, chargerA));
			return at.slice(1).map((v, i) => v - at[i]);
		},
		balanceA: (emfV, chargerA) =>
			balanceOhm === null
				? []
				: cellOhm.map((_, k) =>
						Array.from(
							{ length: cells + 1 },
							(__, i) =>
								(applied(volts[bus(i)], emfV, chargerA) - applied(volts[tap(k, i)], emfV, chargerA)) /
								balanceOhm
						)
					)
	};
}
