/**
 * Brings a book, or tables of one, in: all of it in one transaction or none. The data as it was
 * before is kept beside the data file, so that it can be put back.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { QueryTypes } from 'sequelize';
import { OPEN_STATUSES } from '$core/log/run';
import { now as bookNow } from '../../clock';
import { copyDatabase, stamp, type Database, type Store } from '../../db/connect';
import { dropOldCopies } from '../../db/kept-copies';
import type { TableName } from '../../db/tables';
import { done, refuse, type Result } from '../../result';
import { CLOCK_KEY } from '../house/clock-steps';
import { settleConditions } from '../packs/observations';
import { ORDER } from './book';
import type { Checked } from './check-book';
import { stage } from './stage';
import { modelOf } from './take-out';

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

/** Under this name the staged file is attached to the data. */
const STAGED = 'staged';
const select = { type: QueryTypes.SELECT } as const;

async function countOf(tx: Store, sql: string, replacements: Record<string, unknown> = {}): Promise<number> {
	const [row] = await tx.sequelize.query<{ n: number }>(`SELECT count(*) AS n FROM ${sql}`, {
		...select,
		replacements
	});
	return row.n;
}

async function columnsOf(tx: Store, table: string): Promise<string[]> {
	const rows = await tx.sequelize.query<{ name: string }>(
		`SELECT name FROM pragma_table_info(:table, :schema)`,
		{ ...select, replacements: { table, schema: STAGED } }
	);
	return rows.map(({ name }) => `"${name}"`);
}

/** Rows of one table: those that are here become what is staged, the others are added. */
async function putRows(tx: Store, name: TableName): Promise<{ fresh: number; replaced: number }> {
	const table = modelOf(tx, name).getTableName() as string;
	const columns = await columnsOf(tx, table);
	const changed = columns.filter((column) => !['"id"', '"createdAt"'].includes(column)).join(', ');
	const there = `${STAGED}.${table} WHERE id IN (SELECT id FROM main.${table})`;
	const replaced = await countOf(tx, there);
	const fresh = (await countOf(tx, `${STAGED}.${table}`)) - replaced;
	if (replaced > 0)
		await tx.sequelize.query(
			`UPDATE main.${table} SET (${changed}) = (SELECT ${changed} FROM ${STAGED}.${table} s WHERE s.id = main.${table}.id)
			 WHERE id IN (SELECT id FROM ${STAGED}.${table})`
		);
	const list = columns.join(', ');
	if (fresh > 0)
		await tx.sequelize.query(
			`INSERT INTO main.${table} (${list}) SELECT ${list} FROM ${STAGED}.${table}
			 WHERE id NOT IN (SELECT id FROM main.${table})`
		);
	return { fresh, replaced };
}

/** Samples of runs that have none here; answers with how many runs. */
async function putSamples(tx: Store): Promise<number> {
	const fresh = `${STAGED}.telemetry_chunks WHERE runId NOT IN (SELECT runId FROM main.telemetry_chunks)`;
	if ((await countOf(tx, `${fresh} AND runId NOT IN (SELECT id FROM main.runs)`)) > 0)
		throw new Unfit('The file has samples of a run that is neither here nor in it.');
	const runs = await countOf(tx, `(SELECT DISTINCT runId FROM ${fresh})`);
	const list = (await columnsOf(tx, 'telemetry_chunks')).filter((column) => column !== '"id"').join(', ');
	await tx.sequelize.query(
		`INSERT INTO main.telemetry_chunks (${list}) SELECT ${list} FROM ${fresh} ORDER BY id`
	);
	return runs;
}

/** The record of acts is only added to; what has not happened yet is no record. */
async function putEvents(tx: Store): Promise<number> {
	const fresh = `${STAGED}.events s WHERE s.at <= :now
		AND NOT EXISTS (SELECT 1 FROM main.events e WHERE e.at = s.at AND e.kind = s.kind AND e.subject = s.subject)`;
	const replacements = { now: bookNow() };
	const count = await countOf(tx, fresh, replacements);
	await tx.sequelize.query(
		`INSERT INTO main.events (at, kind, subject, detail) SELECT at, kind, subject, detail FROM ${fresh} ORDER BY s.id`,
		{ replacements }
	);
	return count;
}

async function putPreferences(tx: Store, preferences: Record<string, unknown>, replace: boolean) {
	let count = 0;
	for (const [key, value] of Object.entries(preferences)) {
		// Another machine's clock is none of this one's.
		if (key === CLOCK_KEY) continue;
		const old = await tx.models.Preference.findByPk(key);
		if (old && !replace) continue;
		await tx.models.Preference.upsert({ key, value });
		count++;
	}
	return count;
}

/**
 * Copies what {@link stage} wrote into `staged` into the data, with the standing choices; rows that
 * came to be here meanwhile stay as they are unless `replace` is set.
 */
async function putStaged(
	db: Database,
	staged: string,
	preferences: Record<string, unknown>,
	replace: boolean
): Promise<Result<BroughtIn>> {
	const keptAs = `${db.file}.before-import-${stamp()}`;
	await copyDatabase(db.file, keptAs);
	/** What changed nothing leaves no copy of what it did not change. */
	const unchanged = () => rmSync(keptAs, { force: true });
	try {
		const brought = await db.writeWith({ file: staged, as: STAGED }, async (tx) => {
			// Rows may come before what they refer to; all of it must stand when the transaction ends.
			await tx.sequelize.query('PRAGMA defer_foreign_keys = ON');
			const goingOn = await countOf(
				tx,
				`main.runs r JOIN ${STAGED}.runs s ON s.id = r.id WHERE r.status IN (:open)`,
				{ open: OPEN_STATUSES }
			);
			if (replace && goingOn > 0)
				throw new Unfit('A run that is going on here would be replaced: end it first.');
			if (!replace)
				for (const name of ORDER) {
					const table = modelOf(tx, name).getTableName() as string;
					await tx.sequelize.query(
						`DELETE FROM ${STAGED}.${table} WHERE id IN (SELECT id FROM main.${table})`
					);
				}
			const count = { fresh: 0, replaced: 0, samples: 0 };
			for (const name of ORDER) {
				const { fresh, replaced } = await putRows(tx, name);
				count.fresh += fresh;
				count.replaced += replaced;
			}
			await settleConditions(tx, bookNow());
			count.samples = await putSamples(tx);
			const others = (await putPreferences(tx, preferences, replace)) + (await putEvents(tx));
			return done({ ...count, others });
		});
		if (!brought.ok) {
			unchanged();
			return brought;
		}
		const { others, ...count } = brought.value;
		if (count.fresh + count.replaced + count.samples + others === 0) {
			unchanged();
			return done({ ...count, keptAs: null });
		}
		dropOldCopies(db.file);
		return done({ ...count, keptAs: basename(keptAs) });
	} catch (error) {
		unchanged();
		return refuse(422, `Nothing was brought in. ${meaning(error)}`);
	}
}

/**
 * Brings in what `write` stages in the file that it is given; `replace` says whether rows that are
 * here and differ become what the file says.
 */
export async function bringInStaged(
	db: Database,
	replace: boolean,
	write: (file: string) => Promise<Result<{ preferences: Record<string, unknown> }>>
): Promise<Result<BroughtIn>> {
	// Removed at the next start where this process is killed meanwhile.
	const folder = mkdtempSync(join(dirname(db.file), `.${basename(db.file)}-copy-`));
	const file = join(folder, 'staged.sqlite');
	try {
		const written = await write(file);
		return written.ok ? await putStaged(db, file, written.value.preferences, replace) : written;
	} finally {
		await rm(folder, { recursive: true, force: true });
	}
}

/** What is staged, or why it cannot be, in words. */
export async function staged(
	here: Store,
	checked: Checked,
	replace: boolean,
	file: string,
	tell?: (share: number) => void
): Promise<Result<{ preferences: Record<string, unknown> }>> {
	if (checked.problems.length) return refuse(422, checked.problems[0]);
	try {
		await stage(here, checked, replace, file, tell);
		return done({ preferences: checked.preferences });
	} catch (error) {
		return refuse(422, `Nothing was brought in. ${meaning(error)}`);
	}
}

/** Brings `checked` in from within this process. */
export const bringIn = (db: Database, checked: Checked, replace: boolean): Promise<Result<BroughtIn>> =>
	bringInStaged(db, replace, (file) => staged(db, checked, replace, file));
