/**
 * Looks at a charger's screen, one figure each, in a table of their own: they can be mended and
 * taken away. Frozen.
 */
import type { QueryInterface } from 'sequelize';

export async function up(q: QueryInterface): Promise<void> {
	await q.sequelize.query(
		`CREATE TABLE looks (
		   id VARCHAR(64) PRIMARY KEY NOT NULL,
		   runId VARCHAR(64) NOT NULL REFERENCES runs (id) ON DELETE CASCADE ON UPDATE CASCADE,
		   minute DOUBLE PRECISION NOT NULL CHECK (typeof(minute) IN ('integer', 'real') AND minute BETWEEN 0 AND 10000),
		   what VARCHAR(20) NOT NULL CHECK (what IN ('packV', 'currentA', 'chargeAh', 'lowestCellV', 'highestCellV')),
		   value DOUBLE PRECISION NOT NULL CHECK (typeof(value) IN ('integer', 'real') AND value BETWEEN 0 AND 1000),
		   createdAt DATETIME NOT NULL, updatedAt DATETIME NOT NULL, deletedAt DATETIME
		 )`
	);
	await q.sequelize.query(`CREATE INDEX looks_run_id_minute ON looks (runId, minute)`);
}

export async function down(q: QueryInterface): Promise<void> {
	await q.sequelize.query(`DROP TABLE looks`);
}
