/** What is used of everything, slot by slot, while placements are put on and taken off. */
import { placeCount, type Placement, type Problem } from './problem';

const SLACK = 1e-9;

export class Board {
	readonly slots: number;
	/** Limit by limit, slot by slot. */
	readonly used: Float64Array;
	private readonly caps: Float64Array;
	private readonly stored: Float64Array;
	private readonly storeCaps: Float64Array;
	private readonly handsAt: number;
	/** Places at which there is anything to do, and acts at each, place by place, slot by slot. */
	private readonly places: number;
	private readonly actsAt: Uint8Array;

	constructor(readonly problem: Problem) {
		const { limits, slots, stores } = problem;
		this.slots = slots;
		this.used = new Float64Array(limits.length * slots);
		this.caps = Float64Array.from(limits, (l) => l.cap + SLACK);
		this.stored = new Float64Array(stores.length);
		this.storeCaps = Float64Array.from(stores, (s) => s.cap + SLACK);
		this.handsAt = problem.handsLimit * slots;
		this.places = placeCount(problem);
		this.actsAt = new Uint8Array(this.places > 1 ? this.places * slots : 0);
		limits.forEach((l, n) =>
			l.taken.slice(0, slots).forEach((amount, s) => (this.used[n * slots + s] = amount))
		);
	}

	/** Whether everything that the placement uses is there. */
	fits(p: Placement): boolean {
		const { used, caps, slots } = this;
		// Most fail at the hands, or at the middle or the end of their first stretch on the channel.
		const first = p.spans[0];
		const channel = this.problem.jobs[p.job].ways[p.way].channel * slots;
		if (used[channel + ((first.from + first.to) >> 1)] > 0.5 || used[channel + first.to - 1] > 0.5)
			return false;
		// One look each, where the slots take many.
		for (const { store, amount } of p.stores)
			if (this.stored[store] + amount > this.storeCaps[store]) return false;
		for (const { limit, at, amounts } of p.uses) {
			const cap = caps[limit];
			const base = limit * slots + p.start + at;
			for (let k = 0; k < amounts.length; k++) if (used[base + k] + amounts[k] > cap) return false;
		}
		return this.places < 2 || this.reached(p);
	}

	/**
	 * Whether hands get to all its acts: within the time of a walk they are at no more places than
	 * there are pairs of them.
	 */
	private reached(p: Placement): boolean {
		const { actsAt, slots, places } = this;
		const { walk, handsLimit, limits, jobs } = this.problem;
		const own = jobs[p.job].ways[p.way].place;
		for (const act of p.acts)
			for (let from = Math.max(0, act - walk); from <= act; from++) {
				let at = 1;
				const to = Math.min(slots - 1, from + walk);
				for (let place = 0; place < places; place++) {
					if (place === own) continue;
					for (let s = from; s <= to; s++)
						if (actsAt[place * slots + s] > 0) {
							at++;
							break;
						}
				}
				if (at > limits[handsLimit].cap) return false;
			}
		return true;
	}

	private change(p: Placement, sign: 1 | -1): void {
		const { used, slots } = this;
		for (const { limit, at, amounts } of p.uses) {
			const base = limit * slots + p.start + at;
			for (let k = 0; k < amounts.length; k++) used[base + k] += sign * amounts[k];
		}
		for (const { store, amount } of p.stores) this.stored[store] += sign * amount;
		if (this.places < 2) return;
		const place = this.problem.jobs[p.job].ways[p.way].place * slots;
		for (const act of p.acts) this.actsAt[place + act] += sign;
	}
	put = (p: Placement): void => this.change(p, 1);
	take = (p: Placement): void => this.change(p, -1);

	/** Whether nothing of a limit is used at any time. */
	idle(limit: number): boolean {
		return !this.used.subarray(limit * this.slots, (limit + 1) * this.slots).some((amount) => amount > 0);
	}

	/** Whether hands do something in this slot. */
	busy(slot: number): boolean {
		return slot >= 0 && slot < this.slots && this.used[this.handsAt + slot] > 0.5;
	}

	/** What more the visits cost with this placement's acts. */
	visitsFor({ acts }: Pick<Placement, 'acts'>): number {
		let more = 0;
		for (const s of acts) {
			// Its own acts next to one another are one visit.
			const before = this.busy(s - 1) || acts.includes(s - 1);
			more += before ? 0 : 1;
			if (this.busy(s + 1) && !acts.includes(s + 1)) more -= 1;
		}
		return more * this.problem.taste.visit;
	}
}
