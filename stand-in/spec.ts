/**
 * What the simulated charger is able to do. The demo data describes its charger from the same
 * figures.
 */
export const STAND_IN_SPEC = {
	channels: ['A', 'B'],
	channelPowerW: 200,
	sharedPowerW: 240,
	maxCurrentA: 12,
	minCurrentA: 0.1,
	currentStepA: 0.1,
	/** By chemistry: lithium is limited by the balance port, nickel and lead by volts. */
	maxCells: { lithium: 6, nickel: 16, lead: 6 },
	balancePortCells: 6,
	dischargePowerW: 10,
	dischargeCurrentA: 2,
	balanceCurrentA: 0.3,
	voltageAccuracyV: 0.01,
	/**
	 * It starts to bleed this far below the end of charge, and calls cells balanced within this, V.
	 */
	balanceBelowEndV: 0.3,
	balancedV: 0.01
} as const;

/**
 * Port of the loopback socket unless told otherwise. Another protocol has another port: one of an
 * older release may still be on.
 */
export const DEFAULT_PORT = 47651;

/** Simulated seconds per real second that may be chosen. */
export const SPEEDS = [1, 60, 600] as const;

/** Simulated seconds between samples that are kept. */
export const SAMPLE_EVERY_S = 1;

/** Samples sent in one answer at most. */
export const MOST_SAMPLES = 2000;
