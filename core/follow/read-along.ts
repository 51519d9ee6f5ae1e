/**
 * Where along evenly spaced places something is that was read: each place as usual as it is, and
 * as well as what was read agrees with it.
 */
import { Along } from './along';
import { logBellOver, partOfStep } from './bell-steps';

export class ReadAlong {
	private readonly along: Along;
	/**
	 * How well what was read agrees with each place, as natural logarithm; null where nothing was
	 * read.
	 */
	private readonly agrees: Float64Array | null;

	/**
	 * `offs` are by how much what was read is off what the edges of the places show, one more than
	 * there are places; null for nothing read.
	 */
	constructor(
		private readonly from: number,
		private readonly step: number,
		logUsual: Float64Array,
		private readonly offs: Float64Array | null,
		private readonly sigma: number | Float64Array
	) {
		const agrees = offs && logBellOver(offs, sigma);
		this.agrees = agrees;
		this.along = new Along(from, step, agrees ? logUsual.map((usual, k) => usual + agrees[k]) : logUsual);
	}

	/** Natural logarithm of what all of it adds up to. */
	get logSum(): number {
		return this.along.logSum;
	}

	/** The place below which lies this share of it, 0 to 1. */
	at(share: number): number {
		const { offs, sigma } = this;
		if (!offs) return this.along.at(share);
		return this.along.at(share, (own, k) =>
			partOfStep(own, offs[k], offs[k + 1], typeof sigma === 'number' ? sigma : sigma[k])
		);
	}

	/**
	 * How well what was read agrees with the step around a place, as natural logarithm; 0 where
	 * nothing was read.
	 */
	agreesAt(place: number): number {
		return this.agrees?.[Math.round((place - this.from) / this.step)] ?? 0;
	}
}
