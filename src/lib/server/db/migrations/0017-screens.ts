/** What a charger's screen shows at a case that no run is on record of. Frozen. */
import type { QueryInterface } from 'sequelize';

export async function up(q: QueryInterface): Promise<void> {
	await q.sequelize.query(
		`ALTER TABLE cases ADD COLUMN screen JSON NOT NULL DEFAULT '{"v":1,"value":[]}'
		   CHECK (CASE WHEN json_valid(screen) THEN coalesce(json_extract(screen, '$.v') >= 1, 0) ELSE 0 END)`
	);
}

export async function down(q: QueryInterface): Promise<void> {
	await q.sequelize.query(`ALTER TABLE cases DROP COLUMN screen`);
}
