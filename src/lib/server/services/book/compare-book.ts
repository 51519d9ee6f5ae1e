/** What a checked book would change in the data that is here. */
import { isDeepStrictEqual } from 'node:util';
import type { Store } from '../../db/connect';
import type { TableName } from '../../db/tables';
import { now as bookNow } from '../../clock';
import { CLOCK_KEY } from '../house/clock-steps';
import { storedSamples } from '../runs/telemetry';
import { fileName, ORDER } from './book';
import { countNewEvents } from './book-events';
import type { Checked } from './check-book';
import { modelOf, rowOf, type Row } from './take-out';

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
	/** Records of acts that are not here. */
	acts: number;
	/** Standing choices that were not made here yet. */
	choices: number;
	/** What is wrong, by place; nothing is brought in while there is any. */
	problems: string[];
	/** What is left out, and why. */
	leftOut: string[];
}

const EXAMPLES = 5;

/** SQLite takes a limited number of names in one query. */
export const AT_ONCE = 400;

export async function existing(
	db: Store,
	name: TableName,
	ids: readonly string[]
): Promise<Map<string, Row>> {
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

export const differing = (a: Row, b: Row): string[] =>
	Object.keys(a).filter((key) => !isDeepStrictEqual(a[key], b[key]));

/** What would change, of `checked`, in `db`. */
export async function compareBook(
	db: Store,
	checked: Checked,
	tell: (share: number) => void = () => undefined
): Promise<Coming> {
	const all = [...checked.rows.values()].reduce((n, rows) => n + rows.length, 0);
	let compared = 0;
	const tables: TableChange[] = [];
	for (const name of ORDER) {
		const rows = checked.rows.get(name) ?? [];
		if (rows.length === 0) continue;
		const here = await existing(
			db,
			name,
			rows.map((r) => r.id)
		);
		tell((compared += rows.length) / Math.max(1, all));
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
	const acts = await countNewEvents(db, checked.events, bookNow());
	const made = new Set((await db.models.Preference.findAll()).map((row) => row.get('key')));
	const choices = Object.keys(checked.preferences).filter(
		(key) => key !== CLOCK_KEY && !made.has(key)
	).length;
	return { tables, samples, acts, choices, problems: checked.problems, leftOut: checked.leftOut };
}
