/**
 * The whole book as JSON: every table as core describes it, the samples of every run, the record
 * of deliberate acts and the standing choices. What a row holds is checked by the same
 * descriptions on its way back in; the schema is published.
 */
import { z } from 'zod';
import { fieldSchema } from '$core/quantity/field-schema';
import type { Field } from '$core/quantity/field';
import { TELEMETRY_COLUMNS, type Telemetry } from '$core/simulate/telemetry';
import { TABLES, type TableName } from '../../db/tables';

export const FORMAT = 'stack-tender book';
export const VERSION = 1;

/** Tables in the order in which rows may refer to one another. */
export const ORDER = Object.keys(TABLES) as TableName[];
export const fileName = (name: TableName): string => TABLES[name].name;

/** A moment that something was taken away; null while it is there. */
const deletedAt = z.iso.datetime({ offset: true }).nullable().default(null);

/** What one row of a table must be. */
export const rowSchema = (name: TableName): z.ZodType<Record<string, unknown> & { id: string }> => {
	const { fields, keepsDeleted } = TABLES[name];
	return z.strictObject({
		id: z.string().min(1).max(64),
		...Object.fromEntries(
			Object.entries(fields as Record<string, Field>).map(([key, field]) => [key, fieldSchema(field)])
		),
		...(keepsDeleted ? { deletedAt } : {})
	}) as never;
};

/** A column of samples; a sample that was not measured is null. */
const column = z.array(z.number().nullable());
const Samples = z.strictObject({
	...Object.fromEntries(TELEMETRY_COLUMNS.map((name) => [name, column])),
	cellV: z.array(column).max(24)
});

export const BookSchema = z.strictObject({
	format: z.literal(FORMAT),
	version: z.literal(VERSION),
	writtenAt: z.iso.datetime(),
	tables: z.strictObject(
		Object.fromEntries(ORDER.map((name) => [fileName(name), z.array(rowSchema(name)).optional()]))
	),
	/** Samples by run. */
	samples: z.record(z.string(), Samples).default({}),
	preferences: z.record(z.string(), z.unknown()).default({}),
	events: z
		.array(
			z.strictObject({
				at: z.iso.datetime(),
				kind: z.string().max(80),
				subject: z.string().max(64),
				detail: z.record(z.string(), z.unknown())
			})
		)
		.default([])
});

/** What the file is before its rows are checked one by one. */
export const Outline = z.object({
	format: z.literal(FORMAT, 'This file is no book of Stack Tender.'),
	version: z
		.number()
		.int()
		.max(VERSION, 'This book was written by a later release: bring it in there, or take a backup instead.'),
	tables: z.record(z.string(), z.array(z.unknown())),
	samples: z.record(z.string(), z.unknown()).default({}),
	preferences: z.record(z.string(), z.unknown()).default({}),
	events: z.array(z.unknown()).default([])
});

/** The published JSON Schema, draft 2020-12. */
export const bookJsonSchema = (): object => ({
	title: 'A book of Stack Tender',
	...z.toJSONSchema(BookSchema, { unrepresentable: 'any', io: 'input' })
});

const number = (v: number | null): number => v ?? NaN;
/** Samples as they are kept; null where the columns are not of one length. */
export function samplesFrom(value: unknown): Telemetry | null {
	const parsed = Samples.safeParse(value);
	if (!parsed.success) return null;
	const columns = parsed.data as Record<string, (number | null)[]> & { cellV: (number | null)[][] };
	const length = columns.timeS.length;
	const all = [...TELEMETRY_COLUMNS.map((name) => columns[name]), ...columns.cellV];
	if (all.some((c) => c.length !== length)) return null;
	return {
		...(Object.fromEntries(TELEMETRY_COLUMNS.map((name) => [name, columns[name].map(number)])) as Omit<
			Telemetry,
			'cellV'
		>),
		cellV: columns.cellV.map((c) => c.map(number))
	};
}

const written = (v: number): number | null => (Number.isFinite(v) ? Math.round(v * 1e6) / 1e6 : null);
/** Samples as they are written. */
export const samplesTo = (t: Telemetry): object => ({
	...Object.fromEntries(TELEMETRY_COLUMNS.map((name) => [name, t[name].map(written)])),
	cellV: t.cellV.map((c) => c.map(written))
});
