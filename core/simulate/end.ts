/** What ends a run: the guards that cut it whatever its direction, and the names of all ends. */

/** What cuts a run whatever its direction. */
export interface Guards {
	readonly timerS: number;
	readonly capacityLimitAh: number;
	/** Surface temperature that stops the run, °C; Infinity where no probe is connected. */
	readonly temperatureLimitDegC: number;
}

/**
 * `full`: the charger's own end of charge. `end voltage`: a discharge, or a move to storage, has
 * arrived.
 */
export type EndReason =
	'full' | 'end voltage' | 'timer' | 'capacity limit' | 'temperature' | 'temperature rise' | 'stopped';
