/** What a person answered to alarms. Frozen. */
import type { QueryInterface } from 'sequelize';

export async function up(q: QueryInterface): Promise<void> {
	await q.sequelize.query(
		`CREATE TABLE alarm_answers (
		   id VARCHAR(64) PRIMARY KEY NOT NULL,
		   runId VARCHAR(64) NOT NULL REFERENCES runs (id) ON DELETE CASCADE ON UPDATE CASCADE,
		   kind VARCHAR(20) NOT NULL CHECK (kind IN ('connected', 'timer', 'end', 'presence')),
		   at DATETIME NOT NULL, until DATETIME, said VARCHAR(200) NOT NULL DEFAULT '',
		   createdAt DATETIME NOT NULL, updatedAt DATETIME NOT NULL
		 )`
	);
	await q.sequelize.query(`CREATE INDEX alarm_answers_run_id ON alarm_answers (runId)`);
}

export async function down(q: QueryInterface): Promise<void> {
	await q.sequelize.query(`DROP TABLE alarm_answers`);
}
