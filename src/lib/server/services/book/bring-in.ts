/**
 * Brings a book, or tables of one, in: first what would change, then, when a person says so, all of
 * it in one transaction or none. The data as it was before is kept beside the data file, so that it
 * can be put back.
 */
import { now as bookNow } from '../../clock';
import { CLOCK_KEY } from '../house/clock-steps';
import { settleConditions } from '../packs/observations';
import { rmSync } from 'node:fs';
import { basename } from 'node:path';
import { isDeepStrictEqual } from 'node:util';
import Papa from 'papaparse';
import { z } from 'zod';
import { isOpen, type RunStatus } from '$core/log/run';
import type { Field } from '$core/quantity/field';
import { copyDatabase, stamp, type Database, type Store } from '../../db/connect';
import { dropOldCopies } from '../../db/kept-copies';
import { TABLES, type TableName } from '../../db/tables';
import { done, refuse, type Result } from '../../result';
import { appendTelemetry, storedSamples } from '../runs/telemetry';
import { fileName, ORDER, Outline, rowSchema, samplesFrom } from './book';
import { columnsOf, modelOf, rowOf, unguarded, type Row } from './take-out';

export interface TableChange {
	table: string;
	/** Not here yet; here and the same; here and different. */
	fresh: number;
	same: number;
	differs: number;
	/** A few of those that differ, each with the fields that do. */
	examples: { id: string; name: string | null; fields: string[] }[];
}

export interface Coming {
	tables: TableChange[];
	/** Runs that would get samples. */
	samples: number;
	/** What is wrong, by place; nothing is brought in while there is any. */
	problems: string[];
	/** What is left out, and why. */
	leftOut: string[];
}

/** Rows that are checked and in order, ready to be written. */
export interface Checked {
	rows: Map<TableName, Row[]>;
	samples: Map<string, unknown>;
	preferences: Record<string, unknown>;
	events: unknown[];
	problems: string[];
	leftOut: string[];
}

/** More are not read by anybody. */
const MOST_PROBLEMS = 40;
const EXAMPLES = 5;

const plain = (value: unknown): string => {
	const text = typeof value === 'string' ? value : JSON.stringify(value);
	return text === undefined ? 'nothing' : text.length > 60 ? `${text.slice(0, 57)}…` : text;
};

/** Checks rows against the description of their table; `where` names each in a message. */
function checkRows(
	name: TableName,
	rows: readonly unknown[],
	where: (index: number) => string,
	into: Checked
): void {
	const schema = rowSchema(name);
	const seen = new Set<string>();
	const good: Row[] = [];
	rows.forEach((row, k) => {
		if (into.problems.length >= MOST_PROBLEMS) return;
		const parsed = schema.safeParse(row);
		if (!parsed.success) {
			const [issue] = parsed.error.issues;
			const at = issue.path.join('.');
			const value = issue.path.reduce<unknown>(
				(v, key) =>
					typeof v === 'object' && v !== null ? (v as Record<PropertyKey, unknown>)[key] : undefined,
				row
			);
			into.problems.push(`${where(k)}${at ? `, ${at} (${plain(value)})` : ''}: ${issue.message}`);
			return;
		}
		if (seen.has(parsed.data.id)) into.problems.push(`${where(k)}: its id stands there twice.`);
		seen.add(parsed.data.id);
		good.push(parsed.data);
	});
	into.rows.set(name, good);
}

const empty = (): Checked => ({
	rows: new Map(),
	samples: new Map(),
	preferences: {},
	events: [],
	problems: [],
	leftOut: []
});

/** A run that was going on when it was written cannot go on here: nobody follows it. */
function leaveOpenRunsOut(checked: Checked): void {
	const runs = checked.rows.get('Run') ?? [];
	const open = new Set(runs.filter((r) => isOpen({ status: r.status as RunStatus })).map((r) => r.id));
	if (open.size === 0) return;
	for (const [name, rows] of checked.rows)
		checked.rows.set(
			name,
			rows.filter((r) => !open.has(name === 'Run' ? r.id : (r.runId as string)))
		);
	for (const id of open) checked.samples.delete(id);
	checked.leftOut.push(
		`${open.size} ${open.size === 1 ? 'run' : 'runs'} that had not ended when the book was written.`
	);
}

/** A whole book, already parsed from JSON. */
export function checkBook(book: unknown): Result<Checked> {
	const outline = Outline.safeParse(book);
	if (!outline.success) {
		const [issue] = outline.error.issues;
		const own = issue.path[0] === 'version' || issue.path[0] === 'format';
		return refuse(
			422,
			own && typeof book === 'object' ? issue.message : 'This file is no book of Stack Tender.'
		);
	}
	const checked = empty();
	const byFile = new Map(ORDER.map((name) => [fileName(name), name]));
	for (const table of Object.keys(outline.data.tables))
		if (!byFile.has(table)) checked.problems.push(`tables: there is no table ${plain(table)}.`);
	for (const name of ORDER)
		checkRows(
			name,
			outline.data.tables[fileName(name)] ?? [],
			(k) => `${fileName(name)}, row ${k + 1}`,
			checked
		);
	for (const [id, samples] of Object.entries(outline.data.samples)) {
		if (samplesFrom(samples) === null)
			checked.problems.push(`samples of run ${plain(id)}: columns of one length are needed.`);
		checked.samples.set(id, samples);
	}
	checked.preferences = outline.data.preferences;
	checked.events = outline.data.events;
	leaveOpenRunsOut(checked);
	return done(checked);
}

/**
 * What a cell holds, by the description of its field; what cannot be read is left as the words that
 * stand there.
 */
function valueOf(text: string, field: Field | undefined): unknown {
	const kind = field?.kind ?? 'text';
	// An empty cell is nothing; in a field that cannot be nothing it is an empty text.
	if (text === '')
		return kind === 'text' && !(field as { optional?: true } | undefined)?.optional ? '' : null;
	switch (kind) {
		case 'figure': {
			const v = Number(text);
			return Number.isFinite(v) ? v : text;
		}
		case 'flag':
			return text === 'yes' ? true : text === 'no' ? false : text;
		case 'choices':
		case 'figures':
		case 'references':
		case 'parts':
		case 'layer':
		case 'group':
			try {
				return JSON.parse(unguarded(text));
			} catch {
				return text;
			}
		default:
			return unguarded(text);
	}
}

/**
 * The table whose columns these are; a file of an earlier release lacks those that may be empty.
 */
function tableOf(header: readonly string[]): TableName | undefined {
	const lacks = (n: TableName): string[] => columnsOf(n).filter((column) => !header.includes(column));
	const isOf = (n: TableName): boolean =>
		header.every((column) => columnsOf(n).includes(column)) &&
		lacks(n).every((column) => mayLack((TABLES[n].fields as Record<string, Field>)[column]));
	return ORDER.filter(isOf).sort((a, b) => lacks(a).length - lacks(b).length)[0];
}
const mayLack = (field: Field | undefined): boolean =>
	field !== undefined && 'optional' in field && field.optional === true && 'start' in field;

/** One table from CSV. Which it is, is told by its columns. */
export function checkCsv(text: string): Result<Checked> {
	const parsed = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy', delimiter: ',' });
	const [header, ...lines] = parsed.data;
	if (!header) return refuse(422, 'This file is empty.');
	const name = tableOf(header);
	if (!name)
		return refuse(
			422,
			'Its columns are those of no table of Stack Tender. A charger’s own log is brought in under “A charger’s log”.'
		);
	const checked = empty();
	const broken = parsed.errors.find((e) => e.type === 'Quotes');
	if (broken) checked.problems.push(`line ${(broken.row ?? 0) + 1}: a quotation mark is not closed.`);
	const fields = TABLES[name].fields as Record<string, Field>;
	const rows: Record<string, unknown>[] = [];
	for (const [k, line] of lines.entries()) {
		if (checked.problems.length >= MOST_PROBLEMS) break;
		if (line.length !== header.length)
			checked.problems.push(`line ${k + 2}: ${line.length} cells, the header has ${header.length}.`);
		const cells = header.map((column, i) => [
			column,
			column === 'deletedAt' ? line[i] || null : valueOf(line[i] ?? '', fields[column])
		]);
		rows.push(Object.fromEntries(cells) as Record<string, unknown>);
	}
	checkRows(name, rows, (k) => `line ${k + 2}`, checked);
	leaveOpenRunsOut(checked);
	return done(checked);
}

/** SQLite takes only so many names in one question. */
const AT_ONCE = 400;

async function existing(db: Store, name: TableName, ids: readonly string[]): Promise<Map<string, Row>> {
	const out = new Map<string, Row>();
	for (let at = 0; at < ids.length; at += AT_ONCE) {
		const rows = await modelOf(db, name).findAll({
			where: { id: ids.slice(at, at + AT_ONCE) },
			paranoid: false
		});
		for (const row of rows) out.set(row.get('id'), rowOf(name, row as never));
	}
	return out;
}

const differing = (a: Row, b: Row): string[] =>
	Object.keys(a).filter((key) => !isDeepStrictEqual(a[key], b[key]));

/** What would change, of `checked`, in `db`. */
export async function compareBook(db: Store, checked: Checked): Promise<Coming> {
	const tables: TableChange[] = [];
	for (const name of ORDER) {
		const rows = checked.rows.get(name) ?? [];
		if (rows.length === 0) continue;
		const here = await existing(
			db,
			name,
			rows.map((r) => r.id)
		);
		const change: TableChange = { table: fileName(name), fresh: 0, same: 0, differs: 0, examples: [] };
		for (const row of rows) {
			const old = here.get(row.id);
			const fields = old ? differing(row, old) : [];
			if (!old) change.fresh++;
			else if (fields.length === 0) change.same++;
			else {
				change.differs++;
				if (change.examples.length < EXAMPLES)
					change.examples.push({ id: row.id, name: typeof row.name === 'string' ? row.name : null, fields });
			}
		}
		tables.push(change);
	}
	let samples = 0;
	for (const id of checked.samples.keys()) if ((await storedSamples(db, id)) === 0) samples++;
	return { tables, samples, problems: checked.problems, leftOut: checked.leftOut };
}

const Event = z.object({
	at: z.iso.datetime(),
	kind: z.string().max(80),
	subject: z.string().max(64),
	detail: z.record(z.string(), z.unknown())
});

class Unfit extends Error {}

/** What a refusal of the database means, in words. */
function meaning(error: unknown): string {
	const text = error instanceof Error ? error.message : String(error);
	if (error instanceof Unfit) return text;
	if (/FOREIGN KEY/.test(text)) return 'A row refers to something that is neither here nor in the file.';
	if (/UNIQUE|Validation error/.test(text))
		return 'Two rows would stand in the same place: a slot, a version or a name is taken here.';
	if (/CHECK/.test(text)) return 'A row holds a figure that the data does not take.';
	throw error;
}

export interface BroughtIn {
	fresh: number;
	replaced: number;
	samples: number;
	/** The data of before, under this name beside the data file; null where nothing changed. */
	keptAs: string | null;
}

/**
 * Writes `checked`; `replace` says whether rows that are here and differ become what the file says.
 */
export async function bringIn(db: Database, checked: Checked, replace: boolean): Promise<Result<BroughtIn>> {
	if (checked.problems.length) return refuse(422, checked.problems[0]);
	const keptAs = `${db.file}.before-import-${stamp()}`;
	await copyDatabase(db.file, keptAs);
	/** What changed nothing leaves no copy of what it did not change. */
	const unchanged = () => rmSync(keptAs, { force: true });
	/** Standing choices and records of acts that came with it. */
	let others = 0;
	try {
		const brought = await db.write(async (tx) => {
			const count = { fresh: 0, replaced: 0, samples: 0 };
			// Rows may come before what they refer to; all of it must stand when the transaction ends.
			await tx.sequelize.query('PRAGMA defer_foreign_keys = ON');
			for (const name of ORDER) {
				const rows = checked.rows.get(name) ?? [];
				const here = await existing(
					tx,
					name,
					rows.map((r) => r.id)
				);
				const fresh = rows.filter((row) => !here.has(row.id));
				for (let at = 0; at < fresh.length; at += AT_ONCE)
					await modelOf(tx, name).bulkCreate(fresh.slice(at, at + AT_ONCE) as never);
				count.fresh += fresh.length;
				if (!replace) continue;
				for (const row of rows) {
					const old = here.get(row.id);
					if (!old || differing(row, old).length === 0) continue;
					if (name === 'Run' && isOpen({ status: old.status as RunStatus }))
						throw new Unfit('A run that is going on here would be replaced: end it first.');
					await modelOf(tx, name).update(row as never, { where: { id: row.id }, paranoid: false });
					count.replaced++;
				}
			}
			await settleConditions(tx, bookNow());
			for (const [id, samples] of checked.samples) {
				const telemetry = samplesFrom(samples);
				if (!telemetry || telemetry.timeS.length === 0 || (await storedSamples(tx, id)) > 0) continue;
				if (!(await tx.models.Run.findByPk(id, { paranoid: false, attributes: ['id'] })))
					throw new Unfit('The file has samples of a run that is neither here nor in it.');
				await appendTelemetry(tx, id, 0, telemetry);
				count.samples++;
			}
			for (const [key, value] of Object.entries(checked.preferences)) {
				// Another machine's clock is none of this one's.
				if (key === CLOCK_KEY) continue;
				const old = await tx.models.Preference.findByPk(key);
				if (old && !replace) continue;
				await tx.models.Preference.upsert({ key, value });
				others++;
			}
			const now = bookNow();
			// The record of acts is only added to: what is there already, to the moment, is not written
			// twice.
			for (const one of checked.events) {
				const event = Event.safeParse(one);
				if (!event.success) continue;
				const { at, kind, subject } = event.data;
				// What has not happened yet is no record.
				if (at > now) continue;
				if ((await tx.models.Event.count({ where: { at, kind, subject } })) > 0) continue;
				await tx.models.Event.create(event.data);
				others++;
			}
			return done({ ...count, keptAs: basename(keptAs) as string | null });
		});
		if (!brought.ok) return brought;
		const { fresh, replaced, samples } = brought.value;
		if (fresh + replaced + samples + others === 0) {
			unchanged();
			return done({ ...brought.value, keptAs: null });
		}
		dropOldCopies(db.file);
		return brought;
	} catch (error) {
		unchanged();
		return refuse(422, `Nothing was brought in. ${meaning(error)}`);
	}
}
