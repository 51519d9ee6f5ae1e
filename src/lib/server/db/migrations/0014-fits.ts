/** What the looks at a run say of its pack's capacity. Frozen. */
import type { QueryInterface } from 'sequelize';

const figure = (name: string, min: number, max: number) =>
	`${name} DOUBLE PRECISION NOT NULL CHECK (typeof(${name}) IN ('integer', 'real') AND ${name} BETWEEN ${min} AND ${max})`;

export async function up(q: QueryInterface): Promise<void> {
	await q.sequelize.query(
		`CREATE TABLE run_fits (
		   runId VARCHAR(64) PRIMARY KEY NOT NULL REFERENCES runs (id) ON DELETE CASCADE ON UPDATE CASCADE,
		   ${figure('capacityAh', 0.001, 1000)}, ${figure('error', 0.001, 1)}
		 )`
	);
}

export async function down(q: QueryInterface): Promise<void> {
	await q.sequelize.query(`DROP TABLE run_fits`);
}
