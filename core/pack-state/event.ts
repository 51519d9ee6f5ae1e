/**
 * What happened to a pack. Events are as they stand now: a figure that was corrected carries its
 * corrected value, an entry that was taken back is not among them.
 */
import type { TaskId } from '../charger/programs';
import type { EndReason } from '../pack/end-reason';
import type { Observation } from '../pack/observation';
import type { ReadingInput } from '../pack/reading';
import type { Use } from '../pack/use';

/** What a task is after, as far as its end is judged by it. */
export interface TaskAim {
	/** Puts charge in the pack, takes it out, either, or both. */
	moves: 'in' | 'out' | 'either' | 'both';
	/** Ends with a full pack. */
	fills: boolean;
	/** Ends at the volts at which a pack keeps best. */
	stores: boolean;
	/** Wakes cells from under their floor. */
	recovers: boolean;
	/** Goes through its legs again. */
	repeats: boolean;
	/** Leaves out the last of the taper. */
	cutsTaper: boolean;
	/** Stopped by timer or capacity limit it has ended as it should. */
	limitEndsWell: boolean;
}

/** The settings of a run, as plain figures. */
export interface RunSettings {
	/** Charge current and discharge current, A. */
	currentA: number;
	dischargeA: number | null;
	/** End of charge (storage: its target) and of discharge, V per cell. */
	endVoltageV: number;
	dischargeEndV: number | null;
	safetyTimerMin: number | null;
	capacityLimitAh: number | null;
	/** Absent: it did not balance. */
	balance?: boolean;
	order?: 'down first' | 'up first' | null;
}

/** One figure read off a charger's display during a run, SI units. */
export interface DisplayReading {
	minute: number;
	what: 'packV' | 'currentA' | 'chargeAh' | 'lowestCellV' | 'highestCellV';
	value: number;
}

/** What was on record when a run ended. */
export interface RunRecord {
	task: TaskId;
	aim: TaskAim;
	settings: RunSettings;
	endReason: EndReason | null;
	/** By the charger's clock or the person's, s; null where it was not written down. */
	durationS: number | null;
	/**
	 * What was moved by the charger's counter, Ah; null for joined packs, of which only the
	 * sum was counted.
	 */
	chargeAh: number | null;
	/**
	 * What the forecast at the start expected, Ah, and the 5th and 95th percentile of it where that is
	 * kept.
	 */
	expectedAh: number | null;
	expectedLowAh: number | null;
	expectedHighAh: number | null;
	/**
	 * V per cell, bottom first; V of the pack; A; °C: as they were at the end, where they were seen.
	 */
	endCellVoltagesV: readonly number[] | null;
	endPackVoltageV: number | null;
	endCurrentA: number | null;
	endTemperatureDegC: number | null;
	peakTemperatureDegC: number | null;
	displayReadings: readonly DisplayReading[];
	/**
	 * From its start to its end by this machine's clock, min, where a person wrote the minutes down;
	 * null where the charger's own clock counted, or it was not begun here.
	 */
	elapsedMin: number | null;
}

export interface ReadingEvent {
	kind: 'reading';
	id: string;
	/** ISO 8601, as of all events. */
	at: string;
	reading: ReadingInput;
}
export interface UseEvent extends Pick<Use, 'minutes' | 'felt'> {
	kind: 'use';
	id: string;
	at: string;
}
export interface RunEvent extends RunRecord {
	kind: 'run';
	id: string;
	startedAt: string;
	/** When it ended; while it is open, when it was heard of last. */
	at: string;
	open: boolean;
	/** Charged joined with others. */
	joined: boolean;
}
export interface ObservationEvent extends Omit<Observation, 'notes'> {
	kind: 'observation';
}
export type PackEvent = ReadingEvent | UseEvent | RunEvent | ObservationEvent;

/**
 * At one moment a run ends before it is read what it left, and a use before what was found after
 * it.
 */
const RANK: Record<PackEvent['kind'], number> = { run: 0, use: 1, observation: 2, reading: 3 };

/**
 * Events up to `untilMs` in the order in which they happened; those of one moment as they follow
 * from one another, then by id.
 */
export const inOrder = (events: readonly PackEvent[], untilMs = Infinity): PackEvent[] =>
	events
		.map((event) => ({ event, atMs: Date.parse(event.at) }))
		.filter(({ atMs }) => atMs <= untilMs)
		.sort(
			(a, b) =>
				a.atMs - b.atMs || RANK[a.event.kind] - RANK[b.event.kind] || (a.event.id < b.event.id ? -1 : 1)
		)
		.map(({ event }) => event);
