/** What a charger does during a charge: the settings it holds and how exactly it keeps them. */

export interface ChargeControl {
	/** Constant current that is set, A. */
	readonly currentA: number;
	/** End of charge per cell, V. */
	readonly endVoltageV: number;
	/** Power the output may draw, W: channel, share and supply, whichever is least. */
	readonly powerW: number;
	/** Current at which constant voltage ends, A. */
	readonly taperA: number;
	readonly timerS: number;
	readonly capacityLimitAh: number;
	/** Surface temperature that stops the run, °C; Infinity where no probe is connected. */
	readonly temperatureLimitDegC: number;
	/** The charger sees each cell through the balance lead and regulates on the highest one. */
	readonly seesCells: boolean;
	/** Bleed current of one cell, A; 0 when balancing is off. */
	readonly balanceCurrentA: number;
	/** Bleeding starts once the highest cell has reached this, V. */
	readonly balanceFromV: number;
	/** A cell is bled while it stands higher than the lowest by more than this, V. */
	readonly balanceToleranceV: number;
	/** How much higher than it reads a cell really is (the charger's error), V per cell. */
	readonly voltageErrorV: number;
	/** Real current over shown current. */
	readonly currentFactor: number;
}

export type Phase = 'constant current' | 'constant power' | 'constant voltage' | 'balancing';
export const PHASES: readonly Phase[] = [
	'constant current',
	'constant power',
	'constant voltage',
	'balancing'
];

export type EndReason = 'full' | 'timer' | 'capacity limit' | 'temperature' | 'stopped';
