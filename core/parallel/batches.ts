/**
 * A pile sorted into batches: the fewest, and of those the ones that are done soonest on the
 * channels there are. A batch is a window and not a chain: every two of its packs lie within it,
 * at every cell position.
 */
import { uniform } from '../simulate/random';
import { Exact, type OnChannel } from './exact';
import { batchMinutes, schedule, type Timed } from './schedule';
import { Sorter, type Sorting } from './sorter';

export interface Sorted {
	batches: Timed[];
	doneMin: number;
	/** No sorting has fewer batches, and none of as few is done sooner. */
	bound: { batches: number; doneMin: number };
	/** Nothing better exists: everything was looked at, or the bound is met. */
	proved: boolean;
}

/**
 * A sooner end by less than this is none, min: people see whole minutes. With {@link EVEN_MIN} it
 * is half a minute.
 */
const WORTH_MIN = 0.3;
/** For so little more, batches are evened out: even ones ask least of every lead, min. */
const EVEN_MIN = 0.2;

/** Times that the best is shaken before everything is looked at, and the seed of the shaking. */
const SHAKES = 120;
const SEED = 5;

export interface Progress {
	/** Sortings looked at. */
	seen: number;
	best: Sorted | null;
}

/**
 * The search, handing over what it has from time to time. First what comes of filling channels
 * and moving packs about; then, where the pile is not too dense for it, all there is, by the
 * states of {@link Exact}; else what shaking brings.
 */
export function* sortPile(sorting: Sorting): Generator<Progress, Sorted | null> {
	if (sorting.items.length === 0) return null;
	const sorter = new Sorter(sorting);
	const all = [...sorter.blocks.keys()];
	const { places } = sorting;
	let bound = sorter.least(all);
	let soonest = 0;
	let best: Sorted | null = null;
	let seen = 0;
	let count = Infinity;
	let placed: readonly (readonly number[])[] = [];
	const laidOut = (partition: readonly (readonly number[])[], limitMin: number) =>
		schedule(
			partition.map((b) => sorter.packs(b)),
			places,
			limitMin
		);
	const boundOf = (batches: number) => ({
		batches: bound,
		doneMin: Math.max(sorter.soonest(batches), batches === bound ? soonest : 0)
	});
	/** Batches on the channels that were found for them, the longest first. */
	const layOut = (found: readonly OnChannel[]): NonNullable<ReturnType<typeof laidOut>> => {
		const clock = places.map((p) => p.freeInMin);
		const timed = found
			.map(({ blocks, channel }) => {
				const packs = sorter.packs(blocks);
				return { packs, channel, takes: batchMinutes(packs, places[channel]) };
			})
			.sort((a, b) => b.takes - a.takes)
			.map(({ packs, channel, takes }): Timed => {
				const startMin = clock[channel];
				clock[channel] += takes;
				const { channelId } = places[channel];
				return { ids: packs.map((m) => m.id), channelId, startMin, endMin: clock[channel] };
			})
			.sort((a, b) => a.startMin - b.startMin || a.endMin - b.endMin);
		return { timed, doneMin: Math.max(...timed.map((t) => t.endMin)) };
	};
	const record = (
		partition: readonly (readonly number[])[],
		laid: NonNullable<ReturnType<typeof laidOut>>
	): void => {
		const fewer = partition.length < count;
		if (partition.length > count || (!fewer && best && laid.doneMin > best.doneMin - WORTH_MIN)) return;
		count = partition.length;
		placed = partition;
		best = {
			batches: laid.timed,
			doneMin: laid.doneMin,
			bound: boundOf(partition.length),
			proved: false
		};
	};
	const met = () =>
		best !== null && count <= bound && best.doneMin - WORTH_MIN <= Math.max(best.bound.doneMin, 0);

	/**
	 * Other work, with the best so far handed over between its steps; `each` makes something of what
	 * it finds.
	 */
	const seenBy = function* <T, R>(
		work: Generator<T, R>,
		each?: (found: T) => Generator<Progress, void>
	): Generator<Progress, R> {
		for (;;) {
			const step = work.next();
			if (step.done) return step.value;
			seen++;
			if (each) yield* each(step.value);
			yield { seen, best };
		}
	};

	/**
	 * Packs moved between batches, or changed for one another, as long as it ends sooner or with
	 * fewer.
	 */
	const improve = function* (first: readonly (readonly number[])[]): Generator<Progress, void> {
		let partition = first;
		const begun = laidOut(partition, Infinity);
		if (!begun) return;
		let own = begun;
		record(partition, own);
		for (let improved = true; improved;) {
			improved = false;
			outer: for (let a = 0; a < partition.length; a++)
				for (let b = 0; b < partition.length; b++) {
					if (a === b) continue;
					for (const x of partition[a])
						for (const y of [null, ...partition[b]]) {
							const rest = partition[a].filter((n) => n !== x);
							const from = (y === null ? rest : [...rest, y]).sort((p, q) => p - q);
							const to = [...partition[b].filter((n) => n !== y), x].sort((p, q) => p - q);
							if (!sorter.may(to) || (from.length && !sorter.may(from))) continue;
							const next = partition
								.map((p, n) => (n === a ? from : n === b ? to : p))
								.filter((p) => p.length);
							if (++seen % 64 === 0) yield { seen, best };
							const laid = laidOut(next, next.length < partition.length ? Infinity : own.doneMin - 1e-6);
							if (!laid) continue;
							partition = next;
							own = laid;
							record(partition, laid);
							improved = true;
							break outer;
						}
				}
		}
	};
	/** The best, with packs moved from large batches to small ones where it ends no later for that. */
	const evened = (proved: boolean): Sorted => {
		const found = best as unknown as Sorted;
		let partition = placed;
		let laid: ReturnType<typeof laidOut> = null;
		const limit = found.doneMin + EVEN_MIN;
		for (let moved = true; moved;) {
			moved = false;
			outer: for (let a = 0; a < partition.length; a++)
				for (let b = 0; b < partition.length; b++)
					for (const x of partition[a]) {
						const size = (n: number) => sorter.packs(partition[n]).length;
						if (size(a) < size(b) + 1 + sorter.packs([x]).length) continue;
						const from = partition[a].filter((n) => n !== x);
						const to = [...partition[b], x].sort((p, q) => p - q);
						if (!from.length || !sorter.may(from) || !sorter.may(to)) continue;
						const next = partition.map((p, n) => (n === a ? from : n === b ? to : p));
						const tried = laidOut(next, limit);
						if (!tried) continue;
						[partition, laid, moved] = [next, tried, true];
						break outer;
					}
		}
		const ended = laid === null ? found : { ...found, batches: laid.timed, doneMin: laid.doneMin };
		if (!proved) return ended;
		const doneMin = Math.max(found.bound.doneMin, found.doneMin - WORTH_MIN);
		return { ...ended, proved, bound: { ...found.bound, doneMin } };
	};
	const sizes = [...new Set(places.map((p) => p.places))].filter((p) => p > 1);
	const even = Math.ceil(sorting.items.length / Math.max(1, bound));
	const down = [...all].reverse();
	const most = Math.max(...places.map((p) => p.places));
	// Even batches first: where others are no sooner, they ask least of every lead.
	const [first, ...others] = [...new Set([Math.min(even, most), most, ...sizes])].flatMap((size) =>
		[all, down].map((order) => ({ order, size }))
	);
	yield* improve(sorter.greedy(first.order, first.size));
	if (met()) return evened(true);
	const exact = new Exact(sorter, places);
	if (yield* seenBy(exact.explore())) {
		bound = exact.fewest;
		// What is cheapest for the channels together is a good beginning, and the only one with so few
		// where the others found more.
		const begun = new Set<string>();
		const priced = exact.bound(bound, count > bound || !best ? Infinity : (best as Sorted).doneMin);
		soonest = yield* seenBy(priced, function* (partition) {
			if (begun.has(String(partition))) return;
			begun.add(String(partition));
			yield* improve(partition);
		});
		if (best) best = { ...(best as Sorted), bound: boundOf(count) };
		if (met()) return evened(true);
		const sooner = () => (best as unknown as Sorted).doneMin - WORTH_MIN;
		yield* seenBy(exact.search(bound, sooner), function* (found) {
			if (!found) return;
			const blocks = found.map((b) => b.blocks);
			record(blocks, layOut(found));
			yield* improve(blocks);
		});
		return evened(true);
	}
	for (const { order, size } of others) {
		yield* improve(sorter.greedy(order, size));
		if (met()) return evened(true);
	}
	// From what is best so far some packs go elsewhere by chance, and it is improved again: few
	// sortings are far from the best then.
	const chance = uniform(SEED);
	const pick = (n: number) => Math.min(n - 1, Math.floor(chance() * n));
	for (let round = 0; round < SHAKES && all.length > 3; round++) {
		const from: number[][] = placed.map((b) => [...b]);
		for (let moves = 1 + pick(3); moves > 0; moves--) {
			const a = pick(from.length);
			if (from[a].length === 0) continue;
			const [x] = from[a].splice(pick(from[a].length), 1);
			const to = from
				.map((_, n) => n)
				.filter((n) => n !== a && sorter.may([...from[n], x].sort((p, q) => p - q)));
			const n = to.length ? to[pick(to.length)] : a;
			from[n] = [...from[n], x].sort((p, q) => p - q);
		}
		const whole = from.filter((b) => b.length);
		if (whole.length <= count && whole.every((b) => sorter.may(b))) yield* improve(whole);
		if (met()) break;
	}
	return met() ? evened(true) : best && evened(false);
}

/**
 * The best that is found within `ms` by `clock`, with what it may be short of. At least one
 * sorting is always found.
 */
export function sortWithin(sorting: Sorting, ms: number, clock: () => number): Sorted | null {
	const until = clock() + ms;
	const work = sortPile(sorting);
	let best: Sorted | null = null;
	for (;;) {
		const step = work.next();
		if (step.done) return step.value ?? best;
		best = step.value.best ?? best;
		if (clock() > until && best) return best;
	}
}
