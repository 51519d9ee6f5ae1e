/**
 * Results of a pack's whole past, kept with the stamp and the core that they were computed with;
 * indexes that years of runs and events are found in. Frozen.
 */
import type { QueryInterface } from 'sequelize';

const EVENTS: readonly [event: string, rows: readonly string[]][] = [
	['INSERT', ['NEW']],
	['UPDATE', ['OLD', 'NEW']],
	['DELETE', ['OLD']]
];
const bump = (row: string): string =>
	`INSERT INTO pack_stamps (packId, stamp) SELECT packId, 1 FROM run_packs WHERE runId = ${row}.runId
	 ON CONFLICT (packId) DO UPDATE SET stamp = stamp + 1;`;

export async function up(q: QueryInterface): Promise<void> {
	const run = (sql: string) => q.sequelize.query(sql);
	await run(
		`CREATE TABLE pack_results (packId VARCHAR(64) NOT NULL, what VARCHAR(32) NOT NULL, stamp INTEGER NOT NULL,
			core VARCHAR(64) NOT NULL, asOf VARCHAR(32) NOT NULL, value TEXT NOT NULL, PRIMARY KEY (packId, what))`
	);
	// What a run's looks say of its pack counts as written of the pack.
	for (const [event, rows] of EVENTS)
		await run(
			`CREATE TRIGGER run_fits_stamp_packs_on_${event.toLowerCase()} AFTER ${event} ON run_fits BEGIN ${rows.map(bump).join(' ')} END`
		);
	// Led by deletedAt it was taken for every question, and read all runs to find six of them by id.
	await run('DROP INDEX runs_by_start');
	await run(
		`CREATE INDEX runs_by_start ON runs (startedAt, status, endReason, task, chargeAh, durationS) WHERE deletedAt IS NULL`
	);
	await run('CREATE INDEX runs_by_end ON runs (endedAt) WHERE deletedAt IS NULL');
	await run('CREATE INDEX events_by_kind ON events (kind, id)');
	await run('CREATE INDEX events_by_moment ON events (at, kind, subject)');
}

export async function down(q: QueryInterface): Promise<void> {
	const run = (sql: string) => q.sequelize.query(sql);
	for (const name of ['events_by_moment', 'events_by_kind', 'runs_by_end', 'runs_by_start'])
		await run(`DROP INDEX ${name}`);
	await run('CREATE INDEX `runs_by_start` ON `runs` (`deletedAt`, `startedAt`)');
	for (const [event] of EVENTS) await run(`DROP TRIGGER run_fits_stamp_packs_on_${event.toLowerCase()}`);
	await run('DROP TABLE pack_results');
}
