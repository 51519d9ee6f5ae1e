/**
 * A distribution over evenly spaced places, such as charges along a curve: what lies below a
 * share of it.
 */
export class Along {
	/** Natural logarithm of what its weights add up to. */
	readonly logSum: number;
	private readonly below: Float64Array;

	/**
	 * `logWeights` are natural logarithms, of any height: the likeliest place counts however
	 * unlikely it is.
	 */
	constructor(
		private readonly from: number,
		private readonly step: number,
		logWeights: Float64Array
	) {
		let most = -Infinity;
		for (const w of logWeights) if (w > most) most = w;
		let sum = 0;
		this.below = logWeights.map((w) => (sum += Math.exp(w - most)));
		this.logSum = most + Math.log(sum);
	}

	/**
	 * The place below which lies this share of it, 0 to 1. Each place's weight is spread over the
	 * step around it: evenly, or as `within` says, which makes of a share of place k's own weight
	 * the share of its step.
	 */
	at(share: number, within: (share: number, k: number) => number = (own) => own): number {
		const { below } = this;
		const wanted = share * below[below.length - 1];
		let k = 0;
		while (k < below.length - 1 && below[k] < wanted) k++;
		const before = k > 0 ? below[k - 1] : 0;
		const own = below[k] - before;
		return this.from + (k - 0.5 + within(own > 0 ? (wanted - before) / own : 0.5, k)) * this.step;
	}
}
