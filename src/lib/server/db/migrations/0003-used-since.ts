/** A reading says whether the pack was used since its last run. */
import { DataTypes, type QueryInterface } from 'sequelize';

export async function up(q: QueryInterface): Promise<void> {
	await q.addColumn('readings', 'usedSince', {
		type: DataTypes.STRING(20),
		allowNull: false,
		defaultValue: 'not said'
	});
}

export async function down(q: QueryInterface): Promise<void> {
	await q.sequelize.query('ALTER TABLE readings DROP COLUMN usedSince');
}
