/** Waiting that has an end. */

/**
 * Work that comes to an end within so many ms, or is told to and then left: a rejection. The
 * limit is a timer of its own, as the platform's timed signals can be collected while they are
 * waited for, and a fetch whose connection went may never settle.
 */
export async function within<T>(ms: number, work: (signal: AbortSignal) => Promise<T>): Promise<T> {
	const limit = new AbortController();
	let timer: NodeJS.Timeout | undefined;
	const over = new Promise<never>((_, reject) => {
		timer = setTimeout(() => {
			const error = new Error(`nothing in ${ms / 1000} s`);
			limit.abort(error);
			reject(error);
		}, ms);
	});
	try {
		return await Promise.race([work(limit.signal), over]);
	} finally {
		clearTimeout(timer);
	}
}
