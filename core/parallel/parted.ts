/**
 * After a group was charged: each pack measured by itself, and the one that ended apart from its
 * fellows named.
 */
import { chemistryOf } from '../chemistry/catalogue';
import type { Pack } from '../pack/pack';
import { millivolts, text, volts } from '../quantity/format';
import { median } from '../quantity/middle';

export interface Parted {
	pack: Pack;
	/** Each cell after parting, V, bottom first. */
	cellV: readonly number[];
	/** Each cell before joining, V; null where it was not read. */
	beforeV?: readonly number[] | null;
}

export interface PartedVerdict {
	packId: string;
	verdict: 'alike' | 'apart';
	sentence: string;
}

/**
 * Cells of packs that were charged to one end and level agree to this, V (common practice, no
 * source; meters agree to 10 mV).
 */
const ALIKE_V = 0.02;

/** Every cell reads what it read before joining. */
const unmoved = ({ cellV, beforeV }: Parted): boolean =>
	beforeV?.length === cellV.length && cellV.every((v, i) => Math.abs(v - beforeV[i]) <= ALIKE_V + 1e-9);

/**
 * Holds each pack's cells against the middle of its fellows', position by position. Of two that
 * differ nobody can say which is wrong: both are named. The verdicts are in the order of `packs`.
 */
export function judgeParted(packs: readonly Parted[]): PartedVerdict[] {
	return packs.map((parted): PartedVerdict => {
		const { pack, cellV } = parted;
		const others = packs.filter((p) => p.pack.id !== pack.id);
		const apart = cellV.map((v, i) => v - median(others.map((p) => p.cellV[i])));
		const worst = apart.reduce((a, b, i) => (Math.abs(b) > Math.abs(apart[a]) ? i : a), 0);
		const { hardFloorV } = chemistryOf(pack.chemistry).voltages;
		if (others.length === 0 || Math.abs(apart[worst]) <= ALIKE_V + 1e-9)
			return { packId: pack.id, verdict: 'alike', sentence: `${pack.name} ended with the others.` };
		const low = apart[worst] < 0;
		const whole = apart.every((d) => Math.sign(d) === Math.sign(apart[worst]) && Math.abs(d) > ALIKE_V);
		const why =
			cellV[worst] < hardFloorV
				? 'it is not charged again'
				: whole
					? low
						? unmoved(parted)
							? 'it reads what it read before, so it was never joined and the others took its current: look at its main plug'
							: 'it took less than they did: look at its main plug'
						: 'it took more than they did: they may have been badly joined'
					: low
						? 'that cell is weak or was hidden by the others: charge it alone next time, balance lead in'
						: 'that cell stands high: charge it alone next time, balance lead in';
		return {
			packId: pack.id,
			verdict: 'apart',
			sentence: `Cell ${worst + 1} of ${pack.name} reads ${text(volts(cellV[worst], 3))}, ${text(millivolts(Math.abs(apart[worst])))} ${low ? 'below' : 'above'} its fellows: ${why}.`
		};
	});
}
