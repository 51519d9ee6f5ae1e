/**
 * A reading says whether the pack was used since its last run; an index that answers what a
 * pack's past runs say of its care.
 */
import { DataTypes, type QueryInterface } from 'sequelize';
import { columnOnce, indexOnce } from './once';

const PAST = ['packId', 'deletedAt', 'endedAt', 'task', 'endReason', 'startedAt'];

export async function up(q: QueryInterface): Promise<void> {
	await columnOnce(q, 'readings', 'usedSince', {
		type: DataTypes.STRING(20),
		allowNull: false,
		defaultValue: 'not said'
	});
	// It holds every column that is asked for, so that the runs themselves, with their settings, are
	// not read.
	await indexOnce(q, 'runs', PAST, { name: 'runs_past' });
}

export async function down(q: QueryInterface): Promise<void> {
	await q.removeIndex('runs', 'runs_past');
	await q.sequelize.query('ALTER TABLE readings DROP COLUMN usedSince');
}
