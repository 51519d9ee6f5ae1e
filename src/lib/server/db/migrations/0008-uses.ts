/** Uses of a pack, noted in one press. Frozen. */
import type { QueryInterface } from 'sequelize';

export async function up(q: QueryInterface): Promise<void> {
	await q.sequelize.query(
		`CREATE TABLE uses (
		   id VARCHAR(64) PRIMARY KEY NOT NULL,
		   packId VARCHAR(64) NOT NULL REFERENCES packs (id) ON DELETE CASCADE ON UPDATE CASCADE,
		   at DATETIME NOT NULL,
		   minutes DOUBLE PRECISION CHECK (minutes IS NULL OR (typeof(minutes) IN ('integer', 'real') AND minutes BETWEEN 0.1 AND 6000)),
		   felt VARCHAR(20) NOT NULL DEFAULT 'not said' CHECK (felt IN ('not said', 'as ever', 'weak', 'hot')),
		   createdAt DATETIME NOT NULL, updatedAt DATETIME NOT NULL, deletedAt DATETIME
		 )`
	);
	await q.sequelize.query(`CREATE INDEX uses_pack_id_at ON uses (packId, at)`);
}

export async function down(q: QueryInterface): Promise<void> {
	await q.sequelize.query(`DROP TABLE uses`);
}
