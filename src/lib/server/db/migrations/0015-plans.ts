/** Plans: jobs, hours and where each job was put. Frozen. */
import type { QueryInterface } from 'sequelize';

const versioned = (name: string) =>
	`CASE WHEN json_valid(${name}) THEN coalesce(json_extract(${name}, '$.v') >= 1, 0) ELSE 0 END`;

export async function up(q: QueryInterface): Promise<void> {
	const run = (sql: string) => q.sequelize.query(sql);
	await run(
		`CREATE TABLE plans (
		   id VARCHAR(64) PRIMARY KEY NOT NULL,
		   name VARCHAR(80) NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
		   "from" DATETIME NOT NULL, until DATETIME NOT NULL CHECK (until > "from"),
		   hours JSON NOT NULL CHECK (${versioned('hours')}),
		   jobs JSON NOT NULL CHECK (${versioned('jobs')}),
		   planned JSON NOT NULL CHECK (${versioned('planned')}),
		   taste VARCHAR(20) NOT NULL DEFAULT 'usual' CHECK (taste IN ('usual', 'fewest visits', 'soonest', 'gentlest')),
		   madeAt DATETIME, plannedAt DATETIME,
		   createdAt DATETIME NOT NULL, updatedAt DATETIME NOT NULL, deletedAt DATETIME
		 )`
	);
	await run(`CREATE INDEX plans_until ON plans (until)`);
}

export async function down(q: QueryInterface): Promise<void> {
	await q.sequelize.query(`DROP TABLE plans`);
}
