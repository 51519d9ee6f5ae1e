/**
 * Takes the whole book out: as one JSON, or table by table as CSV. Written in pieces, from one
 * moment's copy of the data.
 */
import Papa from 'papaparse';
import { Op, type ModelStatic } from 'sequelize';
import { shapeOf } from '../../db/map';
import type { Store } from '../../db/connect';
import { TABLES, type TableName } from '../../db/tables';
import type { RowOf } from '../../db/models';
import { telemetryOfRuns } from '../runs/telemetry';
import { fileName, FORMAT, ORDER, samplesTo, VERSION } from './book';

/** Rows read at once: they take some 20 ms. */
const ROWS = 25;

/** The models of all tables have these methods alike; their rows are told apart by `rowOf`. */
export const modelOf = (db: Store, name: TableName): ModelStatic<RowOf<'Pack'>> =>
	db.models[name] as unknown as ModelStatic<RowOf<'Pack'>>;

export type Row = Record<string, unknown> & { id: string };

const iso = (at: unknown): string | null => (at == null ? null : new Date(at as string).toISOString());

/** A row as it is written: what core describes of it, and when it was taken away. */
export function rowOf<Name extends TableName>(name: Name, row: RowOf<Name>): Row {
	const shape = shapeOf(name, row) as Row;
	return TABLES[name].keepsDeleted ? { ...shape, deletedAt: iso(row.get('deletedAt')) } : shape;
}

/** Every row of a table, those that were taken away too, page by page. */
export async function* rowsOf(db: Store, name: TableName): AsyncGenerator<Row[]> {
	for (let after = ''; ;) {
		// From the last id on: a page by its number is found by reading all before it.
		const rows = await modelOf(db, name).findAll({
			where: { id: { [Op.gt]: after } },
			order: [['id', 'ASC']],
			limit: ROWS,
			paranoid: false
		});
		if (rows.length === 0) return;
		yield rows.map((row) => rowOf(name, row as never));
		if (rows.length < ROWS) return;
		after = rows[rows.length - 1].get('id');
	}
}

/** The record of acts, in its order, some at a time. */
async function* eventsOf(db: Store): AsyncGenerator<Record<string, unknown>[]> {
	for (let after = 0; ;) {
		const rows = await db.models.Event.findAll({
			where: { id: { [Op.gt]: after } },
			order: [['id', 'ASC']],
			limit: ROWS
		});
		if (rows.length === 0) return;
		yield rows.map((e) => ({
			at: e.get('at'),
			kind: e.get('kind'),
			subject: e.get('subject'),
			detail: e.get('detail')
		}));
		after = rows[rows.length - 1].get('id');
	}
}

/** The whole book, in pieces of JSON that make one document. */
export async function* bookPieces(db: Store, writtenAt: string): AsyncGenerator<string> {
	yield `{"format":${JSON.stringify(FORMAT)},"version":${VERSION},"writtenAt":${JSON.stringify(writtenAt)},"tables":{`;
	const runs: string[] = [];
	for (const [k, name] of ORDER.entries()) {
		yield `${k ? ',\n' : '\n'}${JSON.stringify(fileName(name))}:[`;
		let first = true;
		for await (const rows of rowsOf(db, name)) {
			if (name === 'Run') runs.push(...rows.map((r) => r.id));
			yield (first ? '\n' : ',\n') + rows.map((row) => JSON.stringify(row)).join(',\n');
			first = false;
		}
		yield ']';
	}
	yield '},\n"samples":{';
	let first = true;
	for await (const { runId, samples } of telemetryOfRuns(db, runs)) {
		yield `${first ? '\n' : ',\n'}${JSON.stringify(runId)}:${JSON.stringify(samplesTo(samples))}`;
		first = false;
	}
	const preferences = await db.models.Preference.findAll();
	yield `},\n"preferences":${JSON.stringify(
		Object.fromEntries(preferences.map((row) => [row.get('key'), row.get('value')]))
	)},\n"events":[`;
	first = true;
	for await (const events of eventsOf(db)) {
		yield (first ? '' : ',\n') + events.map((event) => JSON.stringify(event)).join(',\n');
		first = false;
	}
	yield ']}\n';
}

/**
 * A cell that a spreadsheet would take for a formula gets an apostrophe before it; a cell that
 * begins with apostrophes before such a one gets another, so that taking one away brings back
 * what was there.
 */
const FORMULA = /^'*[=+\-@\t\r]/;
const guarded = (text: string): string => (FORMULA.test(text) ? `'${text}` : text);
export const unguarded = (text: string): string => (/^'+[=+\-@\t\r]/.test(text) ? text.slice(1) : text);

/**
 * A value as it stands in a cell: nothing for null, lists and groups as JSON, words guarded,
 * figures bare.
 */
function cellOf(value: unknown): string {
	if (value === null || value === undefined) return '';
	if (typeof value === 'number') return String(value);
	if (typeof value === 'boolean') return value ? 'yes' : 'no';
	if (typeof value === 'string') return guarded(value);
	return guarded(JSON.stringify(value));
}

const lines = (rows: string[][]): string => `${Papa.unparse(rows, { newline: '\r\n' })}\r\n`;

export const columnsOf = (name: TableName): string[] => [
	'id',
	...Object.keys(TABLES[name].fields),
	...(TABLES[name].keepsDeleted ? ['deletedAt'] : [])
];

/** One table as CSV (RFC 4180): a header, then a line a row. */
export async function* csvPieces(db: Store, name: TableName): AsyncGenerator<string> {
	const columns = columnsOf(name);
	yield lines([columns]);
	for await (const rows of rowsOf(db, name))
		yield lines(rows.map((row) => columns.map((column) => cellOf(row[column]))));
}

/** Exports mostly stay on this machine: compressing them would only delay other requests. */
export const UNCOMPRESSED = { 'cache-control': 'no-store, no-transform' };

/**
 * Pieces of text as the bytes of an answer; `done` is called at the end, or when nobody wants the
 * rest.
 */
export function streamOf(
	pieces: AsyncGenerator<string>,
	done: () => Promise<void>
): ReadableStream<Uint8Array> {
	const encoder = new TextEncoder();
	return new ReadableStream<Uint8Array>(
		{
			async pull(controller) {
				try {
					const step = await pieces.next();
					if (!step.done) return controller.enqueue(encoder.encode(step.value));
				} catch (error) {
					await done();
					throw error;
				}
				await done();
				controller.close();
			},
			async cancel() {
				await pieces.return(undefined);
				await done();
			}
		},
		{ highWaterMark: 1 }
	);
}
