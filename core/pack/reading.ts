/** A reading: what a meter or a charger's cell page showed for one pack at one moment. */
import { choice, figure, figures, moment, reference, type ValuesOf } from '../quantity/field';

/** Volts of one cell: below zero it is reversed, above 6 V it was a tap. */
export const CELL_VOLTS = figure({
	label: 'Cell',
	unit: 'V',
	min: -3,
	max: 6,
	tooLow: 'A cell cannot read below −3 V.',
	tooHigh: 'A cell above 6 V is not a cell: were tap volts typed?'
});

export const READING = {
	/** When it was taken. */
	takenAt: moment({ label: 'Taken' }),
	/** Volts of each cell, bottom cell first; null when only the pack was measured. */
	cellVoltagesV: figures({
		label: 'Cells',
		each: CELL_VOLTS,
		least: 1,
		most: 24,
		optional: true,
		start: null
	}),
	/** Volts of the whole pack; null when only cells were measured. */
	packVoltageV: figure({ label: 'Pack', unit: 'V', min: 0, max: 90, optional: true, start: null }),
	/** `rest` is half an hour without current. */
	state: choice({
		label: 'Taken',
		options: ['rest', 'loaded', 'just used'],
		words: { rest: 'at rest', loaded: 'under load', 'just used': 'just after use' },
		start: 'rest'
	}),
	/** What happened to the pack between its last run and the reading. */
	usedSince: choice({
		label: 'Since its last run',
		options: ['not said', 'not used', 'used', 'until it faded'],
		words: { 'until it faded': 'used until it faded' },
		start: 'not said',
		help: 'Tells how full it is where volts say little'
	}),
	/** How long it had been this low; asked where a cell is under its floor. */
	lowFor: choice({
		label: 'As low as this for',
		options: ['not said', 'a day at most', 'a week at most', 'longer'],
		start: 'not said',
		help: 'A cell that lay empty for long is not charged again'
	}),
	temperatureDegC: figure({
		label: 'Pack at',
		unit: '°C',
		min: -40,
		max: 120,
		optional: true,
		start: null
	}),
	/**
	 * The same cells as a charger's own page shows them, bottom cell first: evidence of how far that
	 * charger is off.
	 */
	chargerCellsV: figures({
		label: 'On the charger’s page',
		each: CELL_VOLTS,
		least: 1,
		most: 24,
		optional: true,
		start: null
	}),
	/** The channel whose page it was; null when not said. */
	chargerChannelId: reference({ label: 'Shown by', most: 64, optional: true, start: null }),
	cellResistancesOhm: figures({
		label: 'Resistance',
		each: figure({ label: 'Resistance', unit: 'mΩ', per: 1000, min: 0.00001, max: 2 }),
		least: 0,
		most: 24,
		optional: true,
		start: null
	})
} as const;

export type ReadingInput = ValuesOf<typeof READING>;
export type Reading = ReadingInput & { id: string; packId: string };
export type UsedSince = ReadingInput['usedSince'];

/** Volts of the whole pack by this reading, V: the meter's, or the sum of the cells. */
export function packVoltage(reading: ReadingInput): number {
	if (reading.packVoltageV !== null) return reading.packVoltageV;
	return (reading.cellVoltagesV ?? []).reduce((sum, v) => sum + v, 0);
}

/** Difference between the highest and the lowest cell, V; null when cells were not measured. */
export function spreadV(reading: ReadingInput): number | null {
	const cells = reading.cellVoltagesV;
	if (!cells || cells.length < 2) return null;
	return Math.max(...cells) - Math.min(...cells);
}

/** Volts per cell, bottom first: measured, or the pack's volts shared equally. */
export function cellVoltages(reading: ReadingInput, cells: number): number[] {
	if (reading.cellVoltagesV?.length === cells) return reading.cellVoltagesV;
	return Array.from({ length: cells }, () => packVoltage(reading) / cells);
}
