/**
 * Whether a value that a charger holds was read off it; what is on record counts as read. Frozen.
 */
import type { QueryInterface } from 'sequelize';

export async function up(q: QueryInterface): Promise<void> {
	await q.sequelize.query(
		`ALTER TABLE held_settings ADD COLUMN known TINYINT(1) NOT NULL DEFAULT 1 CHECK (known IN (0, 1))`
	);
}

export async function down(q: QueryInterface): Promise<void> {
	await q.sequelize.query(`ALTER TABLE held_settings DROP COLUMN known`);
}
