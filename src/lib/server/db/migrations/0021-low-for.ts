/** How long a pack had been as low as a reading found it. Frozen. */
import type { QueryInterface } from 'sequelize';

export async function up(q: QueryInterface): Promise<void> {
	await q.sequelize.query(
		`ALTER TABLE readings ADD COLUMN lowFor VARCHAR(20) NOT NULL DEFAULT 'not said' CHECK (lowFor IN ('not said', 'a day at most', 'a week at most', 'longer'))`
	);
}

export async function down(q: QueryInterface): Promise<void> {
	await q.sequelize.query(`ALTER TABLE readings DROP COLUMN lowFor`);
}
