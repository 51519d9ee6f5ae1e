/** Cases that are diagnosed, and what a charger's own messages mean. Frozen. */
import type { QueryInterface } from 'sequelize';

const versioned = (name: string) =>
	`CASE WHEN json_valid(${name}) THEN coalesce(json_extract(${name}, '$.v') >= 1, 0) ELSE 0 END`;

export async function up(q: QueryInterface): Promise<void> {
	const run = (sql: string) => q.sequelize.query(sql);
	await run(
		`CREATE TABLE cases (
		   id VARCHAR(64) PRIMARY KEY NOT NULL,
		   runId VARCHAR(64), packId VARCHAR(64), chargerId VARCHAR(64), channelId VARCHAR(64),
		   family VARCHAR(10) NOT NULL CHECK (family IN ('lithium', 'nickel', 'lead')),
		   symptom VARCHAR(40) NOT NULL,
		   message VARCHAR(200) NOT NULL DEFAULT '',
		   answers JSON NOT NULL CHECK (${versioned('answers')}),
		   skipped JSON NOT NULL CHECK (${versioned('skipped')}),
		   openedAt DATETIME NOT NULL, closedAt DATETIME,
		   confirmed VARCHAR(60),
		   notes VARCHAR(2000) NOT NULL DEFAULT '',
		   createdAt DATETIME NOT NULL, updatedAt DATETIME NOT NULL, deletedAt DATETIME
		 )`
	);
	await run(`CREATE INDEX cases_opened_at ON cases (openedAt)`);
	await run(`CREATE INDEX cases_pack_id ON cases (packId)`);
	await run(
		`CREATE TABLE taught_messages (
		   id VARCHAR(64) PRIMARY KEY NOT NULL,
		   chargerId VARCHAR(64) NOT NULL REFERENCES chargers (id) ON DELETE CASCADE ON UPDATE CASCADE,
		   message VARCHAR(200) NOT NULL, symptom VARCHAR(40) NOT NULL,
		   createdAt DATETIME NOT NULL, updatedAt DATETIME NOT NULL,
		   UNIQUE (chargerId, message)
		 )`
	);
}

export async function down(q: QueryInterface): Promise<void> {
	await q.sequelize.query(`DROP TABLE taught_messages`);
	await q.sequelize.query(`DROP TABLE cases`);
}
