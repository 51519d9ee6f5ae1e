/** How drills came out. Frozen. */
import type { QueryInterface } from 'sequelize';

const whole = (name: string, min: number, max: number) =>
	`${name} INTEGER NOT NULL CHECK (${name} IS NOT NULL AND typeof(${name}) = 'integer' AND ${name} BETWEEN ${min} AND ${max})`;
const flag = (name: string) => `${name} TINYINT(1) NOT NULL CHECK (${name} IN (0, 1))`;

export async function up(q: QueryInterface): Promise<void> {
	await q.sequelize.query(
		`CREATE TABLE drill_results (
		   id VARCHAR(64) PRIMARY KEY NOT NULL,
		   drillId VARCHAR(40) NOT NULL, ${whole('seed', 0, 1_000_000_000)}, ${whole('grade', 1, 3)},
		   causeSaid VARCHAR(60) NOT NULL, ${flag('goOnSaid')}, ${whole('looks', 0, 60)},
		   minutes DOUBLE PRECISION NOT NULL CHECK (minutes IS NOT NULL AND typeof(minutes) IN ('integer', 'real') AND minutes BETWEEN 0 AND 10000),
		   ${flag('right')}, ${flag('safe')}, at DATETIME NOT NULL,
		   createdAt DATETIME NOT NULL, updatedAt DATETIME NOT NULL
		 )`
	);
}

export async function down(q: QueryInterface): Promise<void> {
	await q.sequelize.query(`DROP TABLE drill_results`);
}
