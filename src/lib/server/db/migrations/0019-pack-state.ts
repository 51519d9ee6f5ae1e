/**
 * What was observed at a pack; what was expected of a run as an interval; volts, current and warmth
 * at its end. Ends are judged anew: by more of their record than before. Frozen.
 */
import type { QueryInterface } from 'sequelize';

const figure = (name: string, min: number, max: number): string =>
	`${name} DOUBLE PRECISION CHECK (${name} IS NULL OR (typeof(${name}) IN ('integer', 'real') AND ${name} BETWEEN ${min} AND ${max}))`;

const RUN_COLUMNS: readonly [string, number, number][] = [
	['expectedLowAh', -1000, 1000],
	['expectedHighAh', -1000, 1000],
	['endPackVoltageV', 0, 100],
	['endCurrentA', 0, 100],
	['endTemperatureDegC', -40, 120]
];
const JUDGED_BY =
	'packId, joined, task, settings, status, endReason, durationS, chargeAh, expectedAh, endCellVoltagesV';

export async function up(q: QueryInterface): Promise<void> {
	const run = (sql: string) => q.sequelize.query(sql);
	await run(
		`CREATE TABLE observations (
		   id VARCHAR(64) PRIMARY KEY NOT NULL,
		   packId VARCHAR(64) NOT NULL REFERENCES packs (id) ON DELETE CASCADE ON UPDATE CASCADE,
		   at DATETIME NOT NULL,
		   what VARCHAR(20) NOT NULL CHECK (what IN ('swollen', 'dented', 'leaking', 'smell', 'hissing', 'smoking', 'damaged', 'hot', 'warm', 'cold', 'dropped')),
		   notes VARCHAR(400) NOT NULL DEFAULT '' CHECK (length(notes) <= 400),
		   clearedAt DATETIME,
		   clearedBecause VARCHAR(400) CHECK (clearedBecause IS NULL OR length(clearedBecause) BETWEEN 3 AND 400),
		   conditionBefore VARCHAR(20) NOT NULL DEFAULT 'in service' CHECK (conditionBefore IN ('in service', 'quarantine', 'swollen', 'damaged', 'retired')),
		   createdAt DATETIME NOT NULL, updatedAt DATETIME NOT NULL, deletedAt DATETIME
		 )`
	);
	await run(`CREATE INDEX observations_pack_id_at ON observations (packId, at)`);
	// What was set on a pack's page is on record as seen, so that it can be corrected as an entry made
	// by mistake.
	await run(
		`INSERT INTO observations (id, packId, at, what, notes, createdAt, updatedAt)
		 SELECT 'swollen ' || substr(id, 1, 56), id, updatedAt, 'swollen', 'set on its page', updatedAt, updatedAt FROM packs WHERE condition = 'swollen'`
	);
	for (const [name, min, max] of RUN_COLUMNS)
		await run(`ALTER TABLE runs ADD COLUMN ${figure(name, min, max)}`);
	await run(`DROP TRIGGER runs_are_judged_anew`);
	await run(
		`CREATE TRIGGER runs_are_judged_anew AFTER UPDATE OF ${JUDGED_BY}, startedAt, endedAt, ${RUN_COLUMNS.map(([name]) => name).join(', ')}, peakTemperatureDegC ON runs
		 BEGIN DELETE FROM run_judgements WHERE runId = NEW.id; END`
	);
	for (const [event, row] of [
		['INSERT', 'NEW'],
		['UPDATE', 'NEW'],
		['DELETE', 'OLD']
	])
		await run(
			`CREATE TRIGGER looks_judge_anew_on_${event.toLowerCase()} AFTER ${event} ON looks
			 BEGIN DELETE FROM run_judgements WHERE runId = ${row}.runId; END`
		);
	await run(`DELETE FROM run_judgements`);
}

export async function down(q: QueryInterface): Promise<void> {
	const run = (sql: string) => q.sequelize.query(sql);
	for (const event of ['insert', 'update', 'delete']) await run(`DROP TRIGGER looks_judge_anew_on_${event}`);
	await run(`DROP TRIGGER runs_are_judged_anew`);
	await run(
		`CREATE TRIGGER runs_are_judged_anew AFTER UPDATE OF ${JUDGED_BY} ON runs
		 BEGIN DELETE FROM run_judgements WHERE runId = NEW.id; END`
	);
	for (const [name] of RUN_COLUMNS) await run(`ALTER TABLE runs DROP COLUMN ${name}`);
	await run(`DROP TABLE observations`);
}
