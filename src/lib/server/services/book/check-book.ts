/**
 * A book, or one table of it, checked against the descriptions of its fields: what is wrong is
 * said by place, and nothing is brought in while there is any.
 */
import Papa from 'papaparse';
import { isOpen, type RunStatus } from '$core/log/run';
import type { Field } from '$core/quantity/field';
import { TABLES, type TableName } from '../../db/tables';
import { parseJson, textOf } from '../../body-text';
import { done, refuse, type Result } from '../../result';
import { fileName, ORDER, Outline, rowSchema, samplesFrom } from './book';
import { columnsOf, unguarded, type Row } from './take-out';

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

/** A run that was active when it was written cannot continue here: it has no follower. */
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

/** One table from CSV, recognised by its columns. */
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

/** A book as JSON or a table as CSV, from the bytes of its file. */
export function checkFile(bytes: Uint8Array): Result<Checked> {
	if (bytes.length === 0) return refuse(422, 'This file is empty.');
	if (bytes[0] === 0x50 && bytes[1] === 0x4b)
		return refuse(415, 'This is a packed file: unpack it and bring in what is inside.');
	const text = textOf(bytes);
	if (text === null) return refuse(422, 'This file is neither UTF-8 nor UTF-16 text: save it as UTF-8.');
	if (text.includes('\u0000')) return refuse(422, 'A text holds a character that cannot be kept (NUL).');
	if (!/^\s*[{[]/.test(text)) return checkCsv(text);
	const book = parseJson(text);
	return book.ok ? checkBook(book.value) : refuse(422, 'This file breaks off or is no JSON.');
}
