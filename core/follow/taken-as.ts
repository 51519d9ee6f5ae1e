/**
 * One number typed from a charger's screen: what it is, by its unit or by what the screen should
 * show.
 */
import { LOOK_KIND_IDS, type LookKind } from '../log/look';
import { parseFigure } from '../quantity/parse';
import type { Expected } from './following';

export interface Taken {
	what: LookKind;
	/** In V, A or Ah. */
	value: number;
}

const UNITS: Record<string, { kinds: readonly LookKind[]; per: number }> = {
	mah: { kinds: ['chargeAh'], per: 1000 },
	ah: { kinds: ['chargeAh'], per: 1 },
	ma: { kinds: ['currentA'], per: 1000 },
	a: { kinds: ['currentA'], per: 1 },
	mv: { kinds: ['lowestCellV', 'highestCellV'], per: 1000 },
	v: { kinds: ['packV', 'lowestCellV', 'highestCellV'], per: 1 }
};
/**
 * A figure may be off by this factor from what is expected and still be taken for it without
 * asking.
 */
const NEAR = Math.log(1.35);

/**
 * What a typed number may be, the likeliest first; empty where it is no number. The first is only
 * to be believed without asking where it is the sole one. Volts of a single cell are taken for
 * the pack's.
 */
export function takenAs(typed: string, expected: Record<LookKind, Expected>, cells: number): Taken[] {
	const [, figure = '', unit = ''] = /^\s*([\d.,\s]+?)\s*([a-zA-Z]*)\s*$/.exec(typed) ?? [];
	const parsed = parseFigure(figure, { label: 'Figure', unit: '', min: 0, max: 1e6 });
	if (!parsed.ok) return [];
	const known = UNITS[unit.toLowerCase()];
	if (unit !== '' && !known) return [];
	const kinds = (known?.kinds ?? LOOK_KIND_IDS).filter((what) => cells > 1 || !what.endsWith('CellV'));
	const candidates = kinds.flatMap((what) => {
		const scales = known
			? [known.per]
			: what === 'chargeAh'
				? [1000]
				: what.endsWith('CellV')
					? [1, 1000]
					: [1];
		return scales.map((per) => {
			const value = parsed.value / per;
			const { median } = expected[what];
			return { what, value, far: Math.abs(Math.log(Math.max(value, 1e-4) / Math.max(median, 1e-4))) };
		});
	});
	candidates.sort((a, b) => a.far - b.far);
	const near = candidates.filter((c) => c.far < NEAR);
	// The lowest and the highest cell read nearly alike: a bare cell figure is the lowest one's,
	// which tells more.
	const distinct = (near.length ? near : candidates.slice(0, 3)).filter(
		(c, i, all) =>
			!c.what.endsWith('CellV') || all.findIndex((o) => o.what.endsWith('CellV') && o.value === c.value) === i
	);
	return distinct.map(({ what, value }) => ({
		what: what === 'highestCellV' && !known ? 'lowestCellV' : what,
		value
	}));
}
