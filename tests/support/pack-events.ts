/** Small makers of events of a pack for tests; every call gives a fresh, valid object. */
import { runRecordOf, type RunToJudge } from '../../core/log/run-record';
import type {
	DisplayReading,
	ObservationEvent,
	ReadingEvent,
	RunEvent,
	UseEvent
} from '../../core/pack-state/event';
import { aReading } from './bench-chargers';

const HOUR_MS = 3600e3;

/** A moment in hours after 8 o'clock on 1 May 2026, ISO 8601. */
export const atHour = (hours: number): string =>
	new Date(Date.parse('2026-05-01T08:00:00.000Z') + hours * HOUR_MS).toISOString();

interface RunChange extends Partial<Omit<RunToJudge, 'settings'>> {
	id?: string;
	settings?: Partial<RunEvent['settings']>;
	startedAt?: string;
	endedAt?: string | null;
	joined?: boolean;
	displayReadings?: readonly DisplayReading[];
}

/** A balance charge of an hour that ended full, of a pack of 2.6 Ah, unless it is changed. */
export function aRunEvent(change: RunChange = {}): RunEvent {
	const {
		id = 'run',
		settings,
		startedAt = '2026-05-01T17:00:00.000Z',
		endedAt = '2026-05-01T18:00:00.000Z',
		joined = false,
		displayReadings = [],
		...rest
	} = change;
	return {
		kind: 'run',
		id,
		startedAt,
		at: endedAt ?? startedAt,
		open: endedAt === null,
		joined,
		...runRecordOf(
			{
				task: 'balance',
				endReason: endedAt === null ? null : 'full',
				durationS: endedAt === null ? null : (Date.parse(endedAt) - Date.parse(startedAt)) / 1000,
				chargeAh: null,
				expectedAh: null,
				endCellVoltagesV: null,
				settings: {
					currentA: 2.6,
					dischargeA: null,
					endVoltageV: 4.2,
					dischargeEndV: null,
					safetyTimerMin: null,
					capacityLimitAh: null,
					balance: true,
					...settings
				},
				...rest
			},
			displayReadings,
			!joined
		)
	};
}

export const aUseEvent = (at: string, felt: UseEvent['felt'] = 'not said'): UseEvent => ({
	kind: 'use',
	id: `use ${at}`,
	at,
	minutes: null,
	felt
});

/** A reading of these cells (or of the pack, in `change`), at rest. */
export const aReadingEvent = (
	at: string,
	cellsV: number[] | null,
	change: Partial<ReadingEvent['reading']> = {}
): ReadingEvent => ({
	kind: 'reading',
	id: `reading ${at}`,
	at,
	reading: {
		...aReading(cellsV ?? [0], { temperatureDegC: null }),
		cellVoltagesV: cellsV,
		takenAt: at,
		...change
	}
});

export const anObservation = (at: string, what: ObservationEvent['what']): ObservationEvent => ({
	kind: 'observation',
	id: `${what} ${at}`,
	at,
	what,
	clearedAt: null,
	clearedBecause: null
});
