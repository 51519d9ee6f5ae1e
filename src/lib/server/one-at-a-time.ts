/** Work that is done one after another, with a limit of what may wait. */
export class OneAtATime {
	private waiting = 0;
	private last: Promise<unknown> = Promise.resolve();

	constructor(private readonly mostWaiting: number) {}

	/** Does `work` in its turn; null where too much waits already. */
	run<T>(work: () => Promise<T>): Promise<T> | null {
		if (this.waiting >= this.mostWaiting) return null;
		this.waiting++;
		const turn = this.last.then(() => {
			this.waiting--;
			return work();
		});
		this.last = turn.catch(() => undefined);
		return turn;
	}
}
