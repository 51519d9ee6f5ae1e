/**
 * Passphrases are hashed at most ten a second, two at once where one takes longer, and those who
 * wait take turns: one of each, however many somebody else has sent. Who has been in before goes
 * first.
 */

/** Between the beginnings of two hashes, ms. */
const APART_MS = 100;
/** Each takes 32 MB while it lasts. */
const AT_ONCE = 2;

interface WaitingHash {
	work: () => Promise<void>;
}

export class Turns {
	private readonly queues = new Map<string, WaitingHash[]>();
	private readonly first: WaitingHash[] = [];
	private going = false;

	constructor(private readonly pause = (ms: number) => new Promise<void>((done) => setTimeout(done, ms))) {}

	/** Does `work` when it is the turn of `who`; `known` goes before all others. */
	take<T>(who: string, known: boolean, work: () => Promise<T>): Promise<T> {
		return new Promise((resolve, reject) => {
			const one = { work: () => work().then(resolve, reject) };
			if (known) this.first.push(one);
			else this.queues.set(who, [...(this.queues.get(who) ?? []), one]);
			void this.go();
		});
	}

	private next(): WaitingHash | undefined {
		if (this.first.length > 0) return this.first.shift();
		const [turn] = this.queues;
		if (!turn) return undefined;
		const [who, [one, ...rest]] = turn;
		// To the end of the row, with what it has left.
		this.queues.delete(who);
		if (rest.length > 0) this.queues.set(who, rest);
		return one;
	}

	private async go(): Promise<void> {
		if (this.going) return;
		this.going = true;
		const under = new Set<Promise<void>>();
		for (let one = this.next(); one; one = this.next()) {
			const work: Promise<void> = one.work().finally(() => under.delete(work));
			under.add(work);
			await this.pause(APART_MS);
			if (under.size >= AT_ONCE) await Promise.race(under);
		}
		this.going = false;
	}
}
