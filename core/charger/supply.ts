/** Where a charger's power comes from. */
import { z } from 'zod';

export const SupplyKind = z.enum(['mains', 'bench supply', 'lead battery']);

export const SupplyInput = z.object({
	name: z.string().trim().min(1, 'A supply needs a name.').max(80),
	kind: SupplyKind,
	/** Output volts of the supply; for mains the line volts. */
	voltageV: z.number().min(5).max(420),
	/** Power it can give for long, W; null when only current limits it. */
	powerW: z.number().positive().max(20000).nullable().default(null),
	/** Current it can give for long, A; null when only power limits it. */
	currentA: z.number().positive().max(1000).nullable().default(null)
});
export type SupplyInput = z.infer<typeof SupplyInput>;
export type Supply = SupplyInput & { id: string };

/** Greatest power a supply can give, W: the smaller of its power and volts × amps. Infinity when neither is stated. */
export function supplyPowerW(supply: SupplyInput): number {
	const byCurrent = supply.currentA === null ? Infinity : supply.voltageV * supply.currentA;
	return Math.min(supply.powerW ?? Infinity, byCurrent);
}
