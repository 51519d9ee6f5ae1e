/**
 * Whether a data file that is to be put in the place of the data can be: it is brought up to date
 * and opened as the application does, its schema, references, rows and samples are compared with
 * what this release writes, and every place is read from it. Works on a copy.
 */
import { now as bookNow } from '../../clock';
import { QueryTypes } from 'sequelize';
import type { z } from 'zod';
import { openDatabase, type Database } from '../../db/connect';
import { schemaFaults } from '../../db/schema';
import { OPEN_READWRITE, withHandle } from '../../db/sqlite';
import { StartError } from '../../db/start-error';
import { decode } from '../runs/telemetry';
import { fileName, ORDER, rowSchema } from './book';
import { readEveryPlace } from './every-place';
import { rowsOf } from './take-out';

/** What speaks against a file; the sentence names no folder of this machine. */
const refuse = (why: string, cause?: unknown): never => {
	throw new StartError(`This file cannot take the place of the data: ${why}.`, { cause });
};

/**
 * A figure outside the range of its field may come from an earlier release, which allowed it; a
 * value of another shape comes from no release.
 */
const OF_ANOTHER_SHAPE: ReadonlySet<z.core.$ZodIssue['code']> = new Set([
	'invalid_type',
	'invalid_value',
	'invalid_format',
	'invalid_union',
	'invalid_key',
	'invalid_element',
	'unrecognized_keys'
]);

/** Told how much has been looked at, 0 to 1, by rough shares of the time. */
export type Tell = (share: number) => void;

const SHARES = { opened: 0.05, rows: 0.35, samples: 0.55 };

async function proveRows(db: Database, tell: Tell): Promise<void> {
	for (const [k, name] of ORDER.entries()) {
		tell(SHARES.opened + ((SHARES.rows - SHARES.opened) * k) / ORDER.length);
		const schema = rowSchema(name);
		for await (const rows of rowsOf(db, name))
			for (const row of rows) {
				const parsed = schema.safeParse(row);
				const issue = parsed.error?.issues.find(({ code }) => OF_ANOTHER_SHAPE.has(code));
				if (issue)
					refuse(
						`in ${fileName(name).replaceAll('_', ' ')} ${row.id.slice(0, 64)} holds “${issue.path.join('.')}” of another shape (${issue.message})`
					);
			}
	}
}

/** Chunks unpacked at once. */
const CHUNKS = 50;

async function proveSamples(db: Database, tell: Tell): Promise<void> {
	const all = await db.models.TelemetryChunk.count();
	for (let offset = 0; ; offset += CHUNKS) {
		tell(SHARES.rows + (SHARES.samples - SHARES.rows) * Math.min(1, offset / Math.max(1, all)));
		const chunks = await db.models.TelemetryChunk.findAll({ order: [['id', 'ASC']], limit: CHUNKS, offset });
		for (const chunk of chunks)
			try {
				decode(chunk);
			} catch (error) {
				refuse(`samples of run ${chunk.get('runId').slice(0, 64)} cannot be read`, error);
			}
		if (chunks.length < CHUNKS) return;
	}
}

async function proveRecord(db: Database): Promise<void> {
	try {
		await db.models.Preference.findAll();
		await db.models.Event.findAll();
	} catch (error) {
		refuse('its standing choices or its record of acts cannot be read', error);
	}
}

/**
 * Proves the data file `file` and leaves it up to date and without mark or log; throws a {@link
 * StartError} that says why it cannot be used. What was computed from the rows and kept beside them
 * is emptied: it is computed anew, not believed.
 */
export async function proveDataFile(file: string, tell: Tell = () => undefined): Promise<void> {
	const now = bookNow();
	let db: Database;
	try {
		db = await openDatabase(file, { unlooked: true });
	} catch (error) {
		return refuse('it could not be opened and brought up to date', error);
	}
	try {
		const faults = await schemaFaults(db.sequelize);
		if (faults.length > 0)
			refuse(
				`it is not made as Stack Tender makes it (${faults.slice(0, 3).join('; ')}${faults.length > 3 ? ' and more' : ''})`
			);
		const [loose] = await db.sequelize.query<{ table: string; parent: string }>('PRAGMA foreign_key_check', {
			type: QueryTypes.SELECT
		});
		if (loose) refuse(`a row of ${loose.table} refers to one of ${loose.parent} that is not there`);
		try {
			await proveRows(db, tell);
		} catch (error) {
			if (error instanceof StartError) throw error;
			refuse('a row of it cannot be read', error);
		}
		await proveSamples(db, tell);
		await proveRecord(db);
		await db.write(async (tx) => {
			await tx.sequelize.query('DELETE FROM run_judgements');
			await tx.sequelize.query('DELETE FROM pack_results');
		});
		try {
			await readEveryPlace(db, now, (share) => tell(SHARES.samples + (1 - SHARES.samples) * share));
		} catch (error) {
			refuse('a place of the application cannot be shown with it', error);
		}
	} finally {
		await db.close();
	}
	await withHandle(file, OPEN_READWRITE, (handle) =>
		handle.run('PRAGMA journal_mode = DELETE; PRAGMA user_version = 0')
	);
}
