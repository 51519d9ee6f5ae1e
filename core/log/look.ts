/** A look at the screen of a charger while it works: one figure read off it at one minute. */
import { choice, figure, type ValuesOf } from '../quantity/field';

/**
 * What a screen shows and a person types: its name, unit, and the least step such a screen has
 * (common practice, no source).
 */
export const LOOK_KINDS = {
	packV: { label: 'pack', unit: 'V', per: 1, decimals: 2, step: 0.01 },
	currentA: { label: 'current', unit: 'A', per: 1, decimals: 1, step: 0.1 },
	chargeAh: { label: 'put in', unit: 'mAh', per: 1000, decimals: 0, step: 0.001 },
	lowestCellV: { label: 'lowest cell', unit: 'V', per: 1, decimals: 3, step: 0.001 },
	highestCellV: { label: 'highest cell', unit: 'V', per: 1, decimals: 3, step: 0.001 }
} as const;
export type LookKind = keyof typeof LOOK_KINDS;
export const LOOK_KIND_IDS = Object.keys(LOOK_KINDS) as LookKind[];

export const LOOK = {
	minute: figure({ label: 'Minutes', unit: 'min', min: 0, max: 10000 }),
	what: choice({ label: 'What was read', options: LOOK_KIND_IDS }),
	/** In V, A or Ah. */
	value: figure({ label: 'Figure', unit: '', min: 0, max: 1000 })
} as const;
export type Look = ValuesOf<typeof LOOK>;
/** A look that is kept. */
export type KeptLook = Look & { id: string };

/** A figure of a look as a screen writes it: `15.53 V`, `2112 mAh`. */
export function lookText(what: LookKind, value: number): string {
	const { per, decimals, unit } = LOOK_KINDS[what];
	return `${(value * per).toFixed(decimals)} ${unit}`;
}
