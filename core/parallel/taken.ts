/**
 * After a group was charged: what of the charge fell to each of its packs, from what each read
 * before joining and after parting.
 */
import { chemistryOf } from '../chemistry/catalogue';
import { socAt } from '../chemistry/curve';
import { sharesOf } from '../pack/load';
import type { Pack } from '../pack/pack';
import { ratedAh } from '../pack/rated';
import { milliampHours, text } from '../quantity/format';

export interface Beside {
	pack: Pack;
	/** Each cell before joining and after parting, V, bottom first; null where it was not read. */
	beforeV: readonly number[] | null;
	afterV: readonly number[] | null;
}

export interface Taken {
	chargeAh: number;
	/**
	 * `measured`: by its volts before and after; `before`: by its volts before, as full as the
	 * others; `capacity`: by its size alone.
	 */
	from: 'measured' | 'before' | 'capacity';
}

export interface Takings {
	/** In the order of the packs; null where nothing was counted. */
	packs: Taken[] | null;
	/** Where volts and counted charge contradict each other. */
	contradiction: string | null;
}

/**
 * Volts of a pack at rest say what it holds to about a tenth of its capacity (common practice, no
 * source).
 */
const VOLTS_ERROR = 0.1;

/**
 * Shares of `chargeAh`, what the charger counted into all of them, Ah. Volts give each pack's
 * share and the count the sum, unless the two are further apart than volts can be wrong: then
 * only capacities are left, and it is said. Volts of flat curves give no share.
 */
export function takenBy(packs: readonly Beside[], chargeAh: number | null): Takings {
	if (chargeAh === null) return { packs: null, contradiction: null };
	const { curve, storage } = chemistryOf(packs[0].pack.chemistry);
	const soc = (cellV: readonly number[]) => cellV.reduce((sum, v) => sum + socAt(curve, v), 0) / cellV.length;
	const capacity = packs.map(({ pack }) => ratedAh(pack));
	const whole = capacity.reduce((a, b) => a + b, 0);
	const byCapacity = (): Taken[] =>
		sharesOf(packs).map((share) => ({ chargeAh: share * chargeAh, from: 'capacity' }));
	if (storage.kind === 'charge' || packs.some((p) => p.beforeV === null))
		return { packs: byCapacity(), contradiction: null };
	const before = packs.map((p) => soc(p.beforeV!));
	const after = packs.map((p) => (p.afterV ? soc(p.afterV) : null));
	const read = after.filter((s) => s !== null);
	// Packs that were joined to the end stand alike: one that was not read stands where those do
	// that were, or where the count leads to.
	const counted = packs.reduce((sum, _, k) => sum + before[k] * capacity[k], chargeAh) / whole;
	const level = read.length ? read.reduce((a, b) => a + b, 0) / read.length : Math.min(1, counted);
	const took = packs.map((_, k) => Math.max(0, (after[k] ?? level) - before[k]) * capacity[k]);
	const sum = took.reduce((a, b) => a + b, 0);
	const all = read.length === packs.length;
	if (sum <= 0 || (all && Math.abs(sum - chargeAh) > VOLTS_ERROR * whole))
		return {
			packs: byCapacity(),
			contradiction: all
				? `By their volts they took ${text(milliampHours(sum))} together; the charger counted ${text(milliampHours(chargeAh))}. One of the two is wrong: read them again, and look at the capacities on the labels.`
				: null
		};
	return {
		packs: took.map((ah, k) => ({
			chargeAh: (ah * chargeAh) / sum,
			from: packs[k].afterV ? 'measured' : 'before'
		})),
		contradiction: null
	};
}
