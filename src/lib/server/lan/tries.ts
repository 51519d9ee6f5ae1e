/**
 * How often a passphrase may be tried: so many times an address, and so many times at all, in a
 * while.
 */

const WHILE_MS = 15 * 60e3;
const OF_ONE = 6;
const OF_ALL = 40;

export class Tries {
	private readonly failed: { from: string; at: number }[] = [];

	constructor(private readonly clock: () => number = Date.now) {}

	private recent(): { from: string; at: number }[] {
		const since = this.clock() - WHILE_MS;
		while (this.failed.length && this.failed[0].at <= since) this.failed.shift();
		return this.failed;
	}

	/** Seconds until this address may try again; 0 where it may now. */
	waitS(from: string): number {
		const all = this.recent();
		const own = all.filter((f) => f.from === from);
		const until = (list: typeof all, most: number): number =>
			list.length < most ? 0 : list[list.length - most].at + WHILE_MS;
		const end = Math.max(until(own, OF_ONE), until(all, OF_ALL));
		return end === 0 ? 0 : Math.max(1, Math.ceil((end - this.clock()) / 1000));
	}

	/** Notes a try. It counts from before it is known to be wrong: many at once are many. */
	begin(from: string): () => void {
		const one = { from, at: this.clock() };
		this.recent().push(one);
		// The right one takes itself back.
		return () => {
			const at = this.failed.indexOf(one);
			if (at >= 0) this.failed.splice(at, 1);
		};
	}
}
