/**
 * How each end was judged, so that the book can be asked for it; forgotten by the database itself
 * where anything of it changes. Frozen.
 */
import type { QueryInterface } from 'sequelize';

export async function up(q: QueryInterface): Promise<void> {
	const run = (sql: string) => q.sequelize.query(sql);
	await run(
		`CREATE TABLE run_judgements (
		   runId VARCHAR(64) PRIMARY KEY NOT NULL REFERENCES runs (id) ON DELETE CASCADE ON UPDATE CASCADE,
		   outcome VARCHAR(40) NOT NULL
		 )`
	);
	await run(
		`CREATE TRIGGER runs_are_judged_anew AFTER UPDATE OF packId, joined, task, settings, status, endReason, durationS, chargeAh, expectedAh, endCellVoltagesV ON runs
		 BEGIN DELETE FROM run_judgements WHERE runId = NEW.id; END`
	);
}

export async function down(q: QueryInterface): Promise<void> {
	await q.sequelize.query(`DROP TRIGGER runs_are_judged_anew`);
	await q.sequelize.query(`DROP TABLE run_judgements`);
}
