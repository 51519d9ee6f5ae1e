/** Where a charger stands, in the person's own words: hands walk between two places. Frozen. */
import type { QueryInterface } from 'sequelize';

export async function up(q: QueryInterface): Promise<void> {
	await q.sequelize.query(`ALTER TABLE chargers ADD COLUMN standsAt VARCHAR(40) NOT NULL DEFAULT ''`);
}

export async function down(q: QueryInterface): Promise<void> {
	await q.sequelize.query(`ALTER TABLE chargers DROP COLUMN standsAt`);
}
