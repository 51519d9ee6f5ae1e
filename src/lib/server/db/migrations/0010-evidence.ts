/**
 * What a charger showed before a start, whether it followed or not; what was seen while a linked
 * run went on; what was corrected afterwards; and what its screen said at the end. Alarms know of
 * what was seen. Frozen.
 */
import type { QueryInterface } from 'sequelize';
import { rebuildTable } from './rebuild';

const versioned = (name: string) =>
	`CASE WHEN json_valid(${name}) THEN coalesce(json_extract(${name}, '$.v') >= 1, 0) ELSE 0 END`;
const json = (name: string) => `${name} JSON CHECK (${name} IS NULL OR ${versioned(name)})`;
const real = (name: string, min: number, max: number) =>
	`CHECK (${name} IS NULL OR (typeof(${name}) IN ('integer', 'real') AND ${name} BETWEEN ${min} AND ${max}))`;
const KEPT = 'createdAt DATETIME NOT NULL, updatedAt DATETIME NOT NULL';
const OF_RUN = 'runId VARCHAR(64) NOT NULL REFERENCES runs (id) ON DELETE CASCADE ON UPDATE CASCADE';

const answers = (kinds: string) => (name: string) =>
	`CREATE TABLE ${name} (
	   id VARCHAR(64) PRIMARY KEY NOT NULL, ${OF_RUN},
	   kind VARCHAR(20) NOT NULL CHECK (kind IN (${kinds})),
	   at DATETIME NOT NULL, until DATETIME, said VARCHAR(200) NOT NULL DEFAULT '', ${KEPT}
	 )`;

export async function up(q: QueryInterface): Promise<void> {
	const run = (sql: string) => q.sequelize.query(sql);
	await run(`ALTER TABLE runs ADD COLUMN message VARCHAR(200)`);
	await run(
		`CREATE TABLE watched (
		   id VARCHAR(64) PRIMARY KEY NOT NULL, ${OF_RUN},
		   rule VARCHAR(40) NOT NULL,
		   severity VARCHAR(10) NOT NULL CHECK (severity IN ('warn', 'stop')),
		   sentence VARCHAR(1000) NOT NULL,
		   timeS DOUBLE PRECISION NOT NULL CHECK (timeS IS NOT NULL AND typeof(timeS) IN ('integer', 'real') AND timeS BETWEEN 0 AND 100000000),
		   stopped TINYINT(1) NOT NULL DEFAULT 0 CHECK (stopped IN (0, 1)), ${KEPT},
		   UNIQUE (runId, rule, severity)
		 )`
	);
	await run(
		`CREATE TABLE start_checks (
		   id VARCHAR(64) PRIMARY KEY NOT NULL,
		   programId VARCHAR(64) NOT NULL, packId VARCHAR(64) NOT NULL, channelId VARCHAR(64) NOT NULL,
		   at DATETIME NOT NULL,
		   mode VARCHAR(10) NOT NULL CHECK (mode IN ('link', 'by hand')),
		   countRead INTEGER CHECK (countRead IS NULL OR (typeof(countRead) = 'integer' AND countRead BETWEEN 0 AND 24)),
		   ${json('cellsV')},
		   mainV DOUBLE PRECISION ${real('mainV', 0, 100)},
		   inputV DOUBLE PRECISION ${real('inputV', 0, 420)},
		   message VARCHAR(200) NOT NULL DEFAULT '',
		   answers JSON NOT NULL CHECK (${versioned('answers')}),
		   refused VARCHAR(1000), ${KEPT}
		 )`
	);
	await run(`CREATE INDEX start_checks_pack_id_at ON start_checks (packId, at)`);
	await run(
		`CREATE TABLE corrections (
		   id VARCHAR(64) PRIMARY KEY NOT NULL, ${OF_RUN},
		   at DATETIME NOT NULL,
		   field VARCHAR(40) NOT NULL CHECK (field IN ('endReason', 'durationS', 'chargeAh', 'endCellVoltagesV', 'message')),
		   was VARCHAR(1000) NOT NULL, became VARCHAR(1000) NOT NULL, ${KEPT}
		 )`
	);
	await run(`CREATE INDEX corrections_run_id ON corrections (runId)`);
	await rebuildTable(q, 'alarm_answers', answers(`'connected', 'timer', 'end', 'presence', 'seen'`));
}

export async function down(q: QueryInterface): Promise<void> {
	const run = (sql: string) => q.sequelize.query(sql);
	await run(`DELETE FROM alarm_answers WHERE kind = 'seen'`);
	await rebuildTable(q, 'alarm_answers', answers(`'connected', 'timer', 'end', 'presence'`));
	for (const table of ['corrections', 'start_checks', 'watched']) await run(`DROP TABLE ${table}`);
	await run(`ALTER TABLE runs DROP COLUMN message`);
}
