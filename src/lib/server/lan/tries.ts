/**
 * Limits wrong passphrases by address or device, in a sliding window. There is no limit over all of
 * them.
 */

const WHILE_MS = 15 * 60e3;
const OF_ONE = 6;

/**
 * Whose tries count as one's: an IPv4 address, or the network of an IPv6 one (its first 64 bits,
 * RFC 4291: a host gives itself as many addresses in it as it likes).
 */
export function addressKey(address: string): string {
	const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address);
	if (mapped) return mapped[1];
	if (!address.includes(':')) return address;
	const [head, tail] = address.split('%')[0].toLowerCase().split('::');
	const groups = head ? head.split(':') : [];
	const after = tail === undefined || tail === '' ? [] : tail.split(':');
	const zeros = tail === undefined ? 0 : Math.max(0, 8 - groups.length - after.length);
	const all = [...groups, ...new Array<string>(zeros).fill('0'), ...after];
	return all
		.slice(0, 4)
		.map((group) => group.replace(/^0+(?=.)/, ''))
		.join(':');
}

export class Tries {
	private readonly failed = new Map<string, number[]>();

	constructor(private readonly clock: () => number = Date.now) {}

	private recent(who: string): number[] {
		const since = this.clock() - WHILE_MS;
		return (this.failed.get(who) ?? []).filter((at) => at > since);
	}

	/** Seconds until this one may try again; 0 where it may now. */
	waitS(who: string): number {
		const own = this.recent(who);
		if (own.length < OF_ONE) return 0;
		return Math.max(1, Math.ceil((own[own.length - OF_ONE] + WHILE_MS - this.clock()) / 1000));
	}

	/** Notes a try. It counts from before it is known to be wrong: many at once are many. */
	begin(who: string): () => void {
		const at = this.clock();
		// Who has not tried for a while is forgotten.
		for (const other of this.failed.keys()) if (this.recent(other).length === 0) this.failed.delete(other);
		this.failed.set(who, [...this.recent(who), at]);
		// The right one takes itself back.
		return () => {
			const own = this.recent(who);
			const k = own.indexOf(at);
			this.failed.set(who, k < 0 ? own : own.toSpliced(k, 1));
		};
	}
}
