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
	currentA: z.number().positive().max(1000).nullable().default(null),
	/** What else hangs on it all the time, W: a lamp, a pump, a radio. */
	otherLoadW: z.number().min(0, 'A load is not negative.').max(20000).default(0),
	/** Capacity of a battery, Ah; null when not known, or for anything but a battery. */
	capacityAh: z.number().positive().max(2000).nullable().default(null),
	/** It is the battery of a vehicle. */
	ofVehicle: z.boolean().default(false)
});
export type SupplyInput = z.infer<typeof SupplyInput>;
export type Supply = SupplyInput & { id: string };

/** Greatest power a supply can give, W: the smaller of its power and volts × amps. Infinity when neither is stated. */
export function supplyPowerW(supply: SupplyInput): number {
	const byCurrent = supply.currentA === null ? Infinity : supply.voltageV * supply.currentA;
	return Math.min(supply.powerW ?? Infinity, byCurrent);
}

/** What a supply can still give when `othersW` watts are drawn by other chargers, W; never below 0. */
export function supplyLeftW(supply: SupplyInput, othersW: number): number {
	return Math.max(0, supplyPowerW(supply) - supply.otherLoadW - othersW);
}
