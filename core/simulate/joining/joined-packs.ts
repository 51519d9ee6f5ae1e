/**
 * Packs joined at a board, over time: they meet and come level, and they are charged as one. Each
 * cell is rest volts by its charge, a series resistance and a relaxation pair; the circuit
 * between them is linear ({@link networkOf}).
 */
import { ocvAt, type OpenCircuitCurve } from '../../chemistry/curve';
import { networkOf, type Board, type Network } from './network';

/** The cells of one pack, bottom first. */
export interface JoinedPack {
	/** Ah of each cell. */
	capacityAh: readonly number[];
	/** State of charge, 0 to 1. */
	soc: readonly number[];
	seriesOhm: readonly number[];
	relaxOhm: readonly number[];
}

export interface JoinedModel {
	curve: OpenCircuitCurve;
	/** Time constant of the relaxation pair, s. */
	relaxS: number;
	packs: readonly JoinedPack[];
	board: Board;
}

/** The state at one moment, and what flows. */
export class JoinedPacks {
	private readonly network: Network;
	private readonly cells: number;
	private readonly soc: number[];
	private readonly relaxV: number[];
	private readonly capacityAh: number[];
	private readonly relaxOhm: number[];
	timeS = 0;
	/** Charge into each pack so far, Ah: the mean of its cells. */
	readonly movedAh: number[];

	constructor(private readonly model: JoinedModel) {
		const { packs, board } = model;
		this.cells = packs[0].soc.length;
		this.network = networkOf(
			packs.map((p) => p.seriesOhm),
			board
		);
		this.soc = packs.flatMap((p) => [...p.soc]);
		this.capacityAh = packs.flatMap((p) => [...p.capacityAh]);
		this.relaxOhm = packs.flatMap((p) => [...p.relaxOhm]);
		this.relaxV = this.soc.map(() => 0);
		this.movedAh = packs.map(() => 0);
	}

	/** Volts of each cell behind its series resistance, V. */
	emfV(): number[] {
		return this.soc.map((s, n) => ocvAt(this.model.curve, s) + this.relaxV[n]);
	}

	/** Rest volts of each cell by its charge, V; a row for each pack. */
	restV(): number[][] {
		return this.model.packs.map((_, k) =>
			Array.from({ length: this.cells }, (__, i) => ocvAt(this.model.curve, this.soc[k * this.cells + i]))
		);
	}

	/** State of charge of each cell; a row for each pack. */
	charge(): number[][] {
		return this.model.packs.map((_, k) => this.soc.slice(k * this.cells, (k + 1) * this.cells));
	}

	/** The mean current of a pack's cells, A, by what each of all cells takes. */
	packA(cellA: readonly number[]): number[] {
		return this.model.packs.map((_, k) => {
			let sum = 0;
			for (let i = 0; i < this.cells; i++) sum += cellA[k * this.cells + i];
			return sum / this.cells;
		});
	}

	/** What flows into each cell now, A. */
	cellA(chargerA: number): number[] {
		return this.network.cellA(this.emfV(), chargerA);
	}

	/** The greatest current through a wire of a balance lead now, A; 0 where none is joined. */
	balanceA(chargerA: number): number {
		return Math.max(0, ...this.network.balanceA(this.emfV(), chargerA).flat().map(Math.abs));
	}

	/** Volts at the board, V. */
	railV(chargerA: number): number {
		return this.network.railV(this.emfV(), chargerA);
	}

	/** Goes on by `dtS` with the charger's current as it is; returns what flowed into each cell, A. */
	step(dtS: number, chargerA: number): number[] {
		const before = this.cellA(chargerA);
		// Half a step first, so that the currents are those of the middle of the step (midpoint rule).
		const [soc, relax] = [[...this.soc], [...this.relaxV]];
		this.move(before, dtS / 2);
		const amps = this.cellA(chargerA);
		soc.forEach((v, n) => (this.soc[n] = v));
		relax.forEach((v, n) => (this.relaxV[n] = v));
		this.move(amps, dtS);
		this.packA(amps).forEach((a, k) => (this.movedAh[k] += (a * dtS) / 3600));
		this.timeS += dtS;
		return amps;
	}

	private move(amps: readonly number[], dtS: number): void {
		const keep = Math.exp(-dtS / this.model.relaxS);
		for (let n = 0; n < amps.length; n++) {
			this.relaxV[n] = this.relaxV[n] * keep + amps[n] * this.relaxOhm[n] * (1 - keep);
			this.soc[n] += (amps[n] * dtS) / 3600 / this.capacityAh[n];
		}
	}
}
