/** A run as the logbook keeps it. */
import { TASK_IDS } from '../charger/programs';
import { END_REASONS } from '../pack/end-reason';
import { MOST_JOINED } from '../pack/load';
import { CELL_VOLTS, READING } from '../pack/reading';
import {
	choice,
	figure,
	figures,
	flag,
	group,
	ids,
	moment,
	parts,
	reference,
	text,
	type ValuesOf
} from '../quantity/field';
import { SETTINGS } from '../request/settings';
import { PURPOSES, taskOf } from '../request/task';

/** A finding that a person decided to go past, with the reason given. */
export const OVERRIDDEN_FINDING = {
	rule: text({ label: 'Rule', least: 1, most: 80 }),
	sentence: text({ label: 'Finding', least: 0, most: 1000, lines: true }),
	reason: text({
		label: 'Reason',
		least: 3,
		most: 400,
		missing: 'Say in a few words why this is all right.'
	})
} as const;
export type OverriddenFinding = ValuesOf<typeof OVERRIDDEN_FINDING>;

const noneYet = { optional: true, start: null } as const;

export const RUN = {
	packId: reference({ label: 'Pack', most: 64 }),
	/**
	 * The other packs of its load, joined with the first on the same channel; none for a pack alone.
	 */
	joined: ids({ label: 'Joined with it', most: MOST_JOINED }),
	chargerId: reference({ label: 'Charger', most: 64 }),
	channelId: reference({ label: 'Channel', most: 64 }),
	/** The kept program it was started from; null where that is not known. */
	programId: reference({ label: 'Program', most: 64, ...noneYet }),
	/**
	 * `link`: started and followed over a data link. `by hand`: keyed in by a person, who writes
	 * down what the screen says.
	 */
	mode: choice({ label: 'How', options: ['link', 'by hand'] }),
	/**
	 * `starting`: the charger has been told and has not answered yet, so that it may or may not be
	 * charging. `running`: it said that it started. Both are open: they hold their channel and their
	 * pack.
	 */
	status: choice({ label: 'State', options: ['starting', 'running', 'ended'] }),
	task: choice({ label: 'Task', options: TASK_IDS, open: true }),
	purpose: choice({ label: 'Purpose', options: PURPOSES, open: true }),
	settings: group(SETTINGS, { label: 'Settings' }),
	overridden: parts(OVERRIDDEN_FINDING, { label: 'Decided', least: 0, most: 200 }),
	/** Forecast at the start: minutes and charge, and the minutes 95 of 100 runs stay within. */
	expectedMin: figure({ label: 'Expected', unit: 'min', min: 0, max: 1e6, ...noneYet }),
	expectedP95Min: figure({ label: 'Expected at most', unit: 'min', min: 0, max: 1e6, ...noneYet }),
	expectedAh: figure({ label: 'Expected charge', unit: 'mAh', per: 1000, min: -1000, max: 1000, ...noneYet }),
	/** 5th and 95th percentile of the charge that was expected at the start. */
	expectedLowAh: figure({
		label: 'Expected at least',
		unit: 'mAh',
		per: 1000,
		min: -1000,
		max: 1000,
		...noneYet
	}),
	expectedHighAh: figure({
		label: 'Expected at most',
		unit: 'mAh',
		per: 1000,
		min: -1000,
		max: 1000,
		...noneYet
	}),
	startedAt: moment({ label: 'Started' }),
	endedAt: moment({ label: 'Ended', optional: true }),
	endReason: choice({ label: 'Ended by', options: END_REASONS, open: true, ...noneYet }),
	durationS: figure({ label: 'Took', unit: 's', min: 0, max: 1e8, ...noneYet }),
	/** What was moved; out of the pack counts as well. */
	chargeAh: figure({ label: 'Charge', unit: 'mAh', per: 1000, min: -1000, max: 1000, ...noneYet }),
	peakTemperatureDegC: figure({ label: 'Warmest', unit: '°C', min: -60, max: 400, ...noneYet }),
	endCellVoltagesV: figures({ label: 'Cells at the end', each: CELL_VOLTS, least: 0, most: 24, ...noneYet }),
	/** Volts of the pack, current and warmth at the end, as they were seen. */
	endPackVoltageV: figure({ label: 'Pack at the end', unit: 'V', min: 0, max: 100, ...noneYet }),
	endCurrentA: figure({ label: 'Current at the end', unit: 'A', min: 0, max: 100, ...noneYet }),
	endTemperatureDegC: figure({ label: 'Pack at the end', unit: '°C', min: -40, max: 120, ...noneYet }),
	/** What its screen said when it ended, in its own words. */
	message: text({ label: 'Its screen said', least: 0, most: 200, ...noneYet }),
	notes: text({ label: 'Notes', least: 0, most: 4000, lines: true, start: '' })
} as const;
export type Run = ValuesOf<typeof RUN> & { id: string };
export type RunStatus = Run['status'];

/** The states of a run that is not over. */
export const OPEN_STATUSES: RunStatus[] = ['starting', 'running'];
export const isOpen = (run: { status: RunStatus }): boolean => run.status !== 'ended';

/** Whether a run ended as its program meant it to. */
export function endedWell(run: Pick<Run, 'task' | 'endReason'>): boolean {
	if (run.endReason === 'full' || run.endReason === 'end voltage' || run.endReason === 'temperature rise')
		return true;
	const byLimit = run.endReason === 'timer' || run.endReason === 'capacity limit';
	return byLimit && taskOf(run.task).limitEndsWell;
}

/** What a person writes down at the end of a run keyed in by hand. */
export const RUN_RESULT = {
	endReason: choice({ label: 'It ended because', options: END_REASONS }),
	durationMin: figure({ label: 'Minutes', unit: 'min', min: 0, max: 10000 }),
	/** It had begun before it was noted here: its start is set back by what the minutes say. */
	begunEarlier: flag({ label: 'It had begun before it was noted', start: false }),
	chargeAh: figure({ label: 'Charge', unit: 'mAh', per: 1000, min: 0, max: 1000 }),
	endCellVoltagesV: RUN.endCellVoltagesV,
	endPackVoltageV: RUN.endPackVoltageV,
	endCurrentA: RUN.endCurrentA,
	endTemperatureDegC: RUN.endTemperatureDegC,
	/** As its screen shows them, where it does; they stand in the pack's reading. */
	endCellResistancesOhm: READING.cellResistancesOhm,
	message: RUN.message,
	notes: RUN.notes
} as const;
export type RunResult = ValuesOf<typeof RUN_RESULT>;
