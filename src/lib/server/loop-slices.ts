/**
 * Long work on the server in slices: between two of them other requests are answered, samples
 * are heard and alarms are pushed.
 */

/** A slice, ms. */
const SLICE_MS = 12;

export class LoopSlices {
	private beganMs = performance.now();

	/** Lets others go first once the slice is used up; to be awaited between two parts of the work. */
	async pause(): Promise<void> {
		if (performance.now() - this.beganMs < SLICE_MS) return;
		await new Promise<void>((resolve) => setImmediate(resolve));
		this.beganMs = performance.now();
	}
}
