/** A run as the logbook keeps it, as an event of one of its packs. */
import type { RunEvent, RunRecord, DisplayReading } from '../pack-state/event';
import { taskOf } from '../request/task';
import { isOpen, type Run } from './run';

/** What of a run its end is judged by. Fields that an older record lacks may be left out. */
export type RunToJudge = Pick<
	Run,
	'task' | 'endReason' | 'durationS' | 'chargeAh' | 'expectedAh' | 'endCellVoltagesV'
> &
	Partial<
		Pick<
			Run,
			| 'expectedLowAh'
			| 'expectedHighAh'
			| 'endPackVoltageV'
			| 'endCurrentA'
			| 'endTemperatureDegC'
			| 'peakTemperatureDegC'
			| 'mode'
			| 'startedAt'
			| 'endedAt'
		>
	> & { settings: RunRecord['settings'] };

/**
 * The record of a run. Of joined packs only the sum was counted: then `alone` is false and
 * nothing was counted.
 */
export function runRecordOf(
	run: RunToJudge,
	displayReadings: readonly DisplayReading[] = [],
	alone = true
): RunRecord {
	const { mode, startedAt, endedAt } = run;
	const { moves, fills, stores, recovers, repeats, cutsTaper, limitEndsWell } = taskOf(run.task);
	return {
		task: run.task,
		aim: { moves, fills, stores, recovers, repeats, cutsTaper, limitEndsWell },
		settings: run.settings,
		endReason: run.endReason,
		durationS: run.durationS,
		chargeAh: alone ? run.chargeAh : null,
		expectedAh: alone ? run.expectedAh : null,
		expectedLowAh: alone ? (run.expectedLowAh ?? null) : null,
		expectedHighAh: alone ? (run.expectedHighAh ?? null) : null,
		endCellVoltagesV: run.endCellVoltagesV,
		endPackVoltageV: run.endPackVoltageV ?? null,
		endCurrentA: run.endCurrentA ?? null,
		endTemperatureDegC: run.endTemperatureDegC ?? null,
		peakTemperatureDegC: run.peakTemperatureDegC ?? null,
		displayReadings,
		elapsedMin:
			mode === 'by hand' && startedAt && endedAt ? (Date.parse(endedAt) - Date.parse(startedAt)) / 60e3 : null
	};
}

/**
 * The run as an event of one of its packs; one that is open was heard of last at `heardAt` (ISO
 * 8601).
 */
export function runEventOf(
	run: RunToJudge & Pick<Run, 'id' | 'startedAt' | 'endedAt' | 'status'> & { joined: readonly string[] },
	heardAt: string,
	displayReadings: readonly DisplayReading[] = []
): RunEvent {
	const joined = run.joined.length > 0;
	return {
		kind: 'run',
		id: run.id,
		startedAt: run.startedAt,
		at: run.endedAt ?? heardAt,
		open: isOpen(run),
		joined,
		...runRecordOf(run, displayReadings, !joined)
	};
}
