/** A reading: what a meter or a charger's cell page showed for one pack at one moment. */
import { z } from 'zod';

export const ReadingState = z.enum(['rest', 'loaded', 'just used']);

/** What happened to the pack between its last run and the reading. */
export const UsedSince = z.enum(['not said', 'not used', 'used', 'until it faded']);
export type UsedSince = z.infer<typeof UsedSince>;

export const ReadingInput = z
	.object({
		/** When it was taken, ISO 8601 with zone. */
		takenAt: z.iso.datetime({ offset: true }),
		/** Volts of each cell, bottom cell first; null when only the pack was measured. */
		cellVoltagesV: z
			.array(
				z
					.number()
					.min(-3, 'A cell cannot read below −3 V.')
					.max(6, 'A cell above 6 V is not a cell: were tap volts typed?')
			)
			.min(1)
			.max(24)
			.nullable()
			.default(null),
		/** Volts of the whole pack; null when only cells were measured. */
		packVoltageV: z.number().min(0).max(90).nullable().default(null),
		/** `rest` is half an hour without current. */
		state: ReadingState.default('rest'),
		usedSince: UsedSince.default('not said'),
		temperatureDegC: z.number().min(-40).max(120).nullable().default(null),
		/** Resistance of each cell, Ω. */
		cellResistancesOhm: z.array(z.number().positive().max(2)).max(24).nullable().default(null)
	})
	.refine((r) => r.cellVoltagesV !== null || r.packVoltageV !== null, {
		error: 'Give the volts of each cell, or of the pack.',
		path: ['packVoltageV']
	});
export type ReadingInput = z.infer<typeof ReadingInput>;
export type Reading = ReadingInput & { id: string; packId: string };

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
