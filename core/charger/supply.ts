/** Where a charger's power comes from. */
import { choice, figure, flag, text, type ValuesOf } from '../quantity/field';

export const SUPPLY = {
	name: text({ label: 'Supply', least: 1, most: 80, missing: 'A supply needs a name.' }),
	kind: choice({
		label: 'Kind',
		options: ['bench supply', 'mains', 'lead battery'],
		offer: 'bench supply'
	}),
	/** Output volts of the supply; for mains the line volts. */
	voltageV: figure({ label: 'Volts', unit: 'V', min: 5, max: 420 }),
	/** Power it can give for long; null when only current limits it. */
	powerW: figure({ label: 'Power', unit: 'W', min: 1, max: 20000, optional: true, start: null }),
	/** Current it can give for long; null when only power limits it. */
	currentA: figure({ label: 'Current', unit: 'A', min: 0.1, max: 1000, optional: true, start: null }),
	/** What else hangs on it all the time. */
	otherLoadW: figure({
		label: 'What else hangs on it',
		unit: 'W',
		min: 0,
		max: 20000,
		start: 0,
		help: 'lamps, pumps, radios'
	}),
	/** Capacity of a battery; null when not known, or for anything but a battery. */
	capacityAh: figure({ label: 'Capacity', unit: 'Ah', min: 0.5, max: 2000, optional: true, start: null }),
	/** It is the battery of a vehicle. */
	ofVehicle: flag({ label: 'of a vehicle', start: false })
} as const;

export type SupplyInput = ValuesOf<typeof SUPPLY>;
export type Supply = SupplyInput & { id: string };

/**
 * Greatest power a supply can give, W: the smaller of its power and volts × amps. Infinity when
 * neither is stated.
 */
export function supplyPowerW(supply: SupplyInput): number {
	const byCurrent = supply.currentA === null ? Infinity : supply.voltageV * supply.currentA;
	return Math.min(supply.powerW ?? Infinity, byCurrent);
}

/**
 * What a supply can still give when `othersW` watts are drawn by other chargers, W; never below
 * 0.
 */
export function supplyLeftW(supply: SupplyInput, othersW: number): number {
	return Math.max(0, supplyPowerW(supply) - supply.otherLoadW - othersW);
}
