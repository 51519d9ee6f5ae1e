/**
 * A count for each pack that goes up with everything written of it or of what is on record of it,
 * so that what was read of the other packs need not be read anew. Frozen.
 */
import type { QueryInterface } from 'sequelize';

const bump = (packs: string): string =>
	`INSERT INTO pack_stamps (packId, stamp) SELECT ${packs} ON CONFLICT (packId) DO UPDATE SET stamp = stamp + 1;`;

/** The pack of a row of each table, from the row (NEW or OLD); packs may be several. */
const OF: readonly [table: string, packs: (row: string) => string][] = [
	['packs', (row) => `${row}.id, 1 WHERE true`],
	...['readings', 'uses', 'observations', 'run_packs'].map((table): [string, (row: string) => string] => [
		table,
		(row) => `${row}.packId, 1 WHERE true`
	]),
	['runs', (row) => `packId, 1 FROM run_packs WHERE runId = ${row}.id`],
	['looks', (row) => `packId, 1 FROM run_packs WHERE runId = ${row}.runId`]
];
const EVENTS: readonly [event: string, rows: readonly string[]][] = [
	['INSERT', ['NEW']],
	// A row can be moved from one pack to another.
	['UPDATE', ['OLD', 'NEW']],
	['DELETE', ['OLD']]
];
const nameOf = (table: string, event: string): string => `${table}_stamp_packs_on_${event.toLowerCase()}`;

export async function up(q: QueryInterface): Promise<void> {
	await q.sequelize.query(
		`CREATE TABLE pack_stamps (packId VARCHAR(64) PRIMARY KEY NOT NULL, stamp INTEGER NOT NULL)`
	);
	for (const [table, packs] of OF)
		for (const [event, rows] of EVENTS)
			await q.sequelize.query(
				`CREATE TRIGGER ${nameOf(table, event)} AFTER ${event} ON ${table} BEGIN ${rows.map((row) => bump(packs(row))).join(' ')} END`
			);
}

export async function down(q: QueryInterface): Promise<void> {
	for (const [table] of OF)
		for (const [event] of EVENTS) await q.sequelize.query(`DROP TRIGGER ${nameOf(table, event)}`);
	await q.sequelize.query(`DROP TABLE pack_stamps`);
}
