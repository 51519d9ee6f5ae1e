/**
 * What was found of packs is kept for each pack until something of it is written: most writes touch
 * one pack, and the shelf has hundreds.
 */

/** A count for each pack on the shelf that goes up with everything written of it. */
export type Stamps = ReadonlyMap<string, number>;

export class PackKeeper {
	private readonly found = new Map<string, Map<string, { stamp: number; answer: unknown }>>();

	/** `stampsOf` reads the stamps of today. */
	constructor(private readonly stampsOf: () => Promise<Stamps>) {}

	/**
	 * The answer for every pack, in the order of the stamps: kept under `what` where nothing of the
	 * pack was written since and the answer still `holds`; of the others, that of `find`, which is
	 * given their ids.
	 */
	async keep<T>(
		what: string,
		find: (packIds: string[]) => Promise<ReadonlyMap<string, T>>,
		holds: (answer: T) => boolean = () => true
	): Promise<Map<string, T>> {
		// Read before the answers: what is written meanwhile makes an answer newer than its stamp, never
		// older.
		const stamps = await this.stampsOf();
		const before = this.found.get(what);
		const kept = new Map(
			[...stamps].flatMap(([packId, stamp]) => {
				const entry = before?.get(packId);
				return entry?.stamp === stamp && holds(entry.answer as T)
					? [[packId, entry.answer as T] as [string, T]]
					: [];
			})
		);
		const stale = [...stamps.keys()].filter((packId) => !kept.has(packId));
		const found = stale.length ? await find(stale) : new Map<string, T>();
		const answers = new Map(
			[...stamps.keys()].flatMap((packId): [string, T][] => {
				const answer = kept.get(packId) ?? found.get(packId);
				return answer === undefined ? [] : [[packId, answer]];
			})
		);
		// Packs that left the shelf are let go of.
		this.found.set(
			what,
			new Map([...answers].map(([packId, answer]) => [packId, { stamp: stamps.get(packId)!, answer }]))
		);
		return answers;
	}
}
