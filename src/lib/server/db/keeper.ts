/**
 * What was read is kept until the next write: many pages ask for the whole shelf and the whole
 * bench, and nothing of them changes without this process writing it. Everything is forgotten at
 * once, so that nothing old can be taken for new.
 */
/** What is kept under ids must not pile up while nothing is written. */
const MOST = 500;

export class Keeper {
	private found = new Map<string, { asOf: string; answer: Promise<unknown> }>();

	/**
	 * The answer kept under `what`, or that of `find`; those who ask meanwhile wait for the same
	 * one. One that was found as of another moment is found anew, and takes its place.
	 */
	keep<T>(what: string, find: () => Promise<T>, asOf = ''): Promise<T> {
		const before = this.found.get(what);
		if (before?.asOf === asOf) return before.answer as Promise<T>;
		if (this.found.size >= MOST) this.forget();
		const { found } = this;
		const entry = { asOf, answer: find() };
		found.set(what, entry);
		// A failure is nobody else's.
		entry.answer.catch(() => found.get(what) === entry && found.delete(what));
		return entry.answer;
	}

	/** Forgets all; what is being read now was asked for before, and is not kept either. */
	forget(): void {
		this.found = new Map();
	}
}
