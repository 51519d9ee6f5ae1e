/** What the last planning moved, in words. Frozen. */
import type { QueryInterface } from 'sequelize';

export async function up(q: QueryInterface): Promise<void> {
	await q.sequelize.query(
		`ALTER TABLE plans ADD COLUMN moved VARCHAR(400) NOT NULL DEFAULT '' CHECK (length(moved) <= 400)`
	);
}

export async function down(q: QueryInterface): Promise<void> {
	await q.sequelize.query(`ALTER TABLE plans DROP COLUMN moved`);
}
