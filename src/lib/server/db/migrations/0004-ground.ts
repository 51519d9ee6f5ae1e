/**
 * A run that is starting holds its channel and its pack; versions of a program are numbered once;
 * a reading that was removed can be put back; indexes where whole tables were read.
 */
import { DataTypes, QueryTypes, type QueryInterface } from 'sequelize';

const INDEXES: [table: string, columns: string[], name: string][] = [
	['events', ['subject', 'id'], 'events_of_subject'],
	['programs', ['chargerId'], 'programs_of_charger'],
	['memory_slots', ['programId'], 'slots_of_program'],
	['held_settings', ['chargerId', 'position'], 'held_of_charger'],
	// Those that are deleted are counted out by the index itself, so that a page of the logbook
	// reads the runs it shows alone.
	['runs', ['deletedAt', 'startedAt'], 'runs_by_start'],
	['runs', ['status', 'deletedAt', 'startedAt'], 'runs_by_status'],
	['runs', ['packId', 'deletedAt', 'startedAt'], 'runs_of_pack'],
	['runs', ['chargerId', 'deletedAt', 'startedAt'], 'runs_of_charger'],
	['runs', ['programId'], 'runs_of_program']
];

/** Indexes of the first release that those above take the place of. */
const REPLACED: [columns: string[], name: string][] = [
	[['startedAt'], 'runs_started_at'],
	[['status'], 'runs_status'],
	[['packId', 'startedAt'], 'runs_pack_id_started_at']
];

const ONE_EACH = ['channelId', 'packId'];

async function oneRunEach(q: QueryInterface, word: string, statuses: string): Promise<void> {
	for (const column of ONE_EACH)
		await q.sequelize.query(
			`CREATE UNIQUE INDEX runs_one_${word}_per_${column} ON runs (${column}) WHERE status IN (${statuses}) AND deletedAt IS NULL`
		);
}

interface Version {
	id: string;
	packId: string;
	name: string;
}

/**
 * A program renamed into a version that was there already shared its number: those are numbered
 * anew, oldest first.
 */
async function numberVersions(q: QueryInterface): Promise<void> {
	const select = { type: QueryTypes.SELECT } as const;
	const doubled = await q.sequelize.query<Pick<Version, 'packId' | 'name'>>(
		`SELECT DISTINCT packId, name FROM programs WHERE name IS NOT NULL GROUP BY packId, name, version HAVING COUNT(*) > 1`,
		select
	);
	for (const { packId, name } of doubled) {
		const versions = await q.sequelize.query<Version>(
			`SELECT id FROM programs WHERE packId = :packId AND name = :name ORDER BY version, createdAt, id`,
			{ ...select, replacements: { packId, name } }
		);
		for (const [i, { id }] of versions.entries())
			await q.sequelize.query(`UPDATE programs SET version = :version WHERE id = :id`, {
				replacements: { version: i + 1, id }
			});
	}
}

export async function up(q: QueryInterface): Promise<void> {
	for (const column of ONE_EACH)
		await q.sequelize.query(`DROP INDEX IF EXISTS runs_one_running_per_${column}`);
	await oneRunEach(q, 'open', `'starting', 'running'`);
	await numberVersions(q);
	await q.addIndex('programs', ['packId', 'name', 'version'], {
		name: 'programs_one_of_a_version',
		unique: true
	});
	await q.addColumn('readings', 'deletedAt', { type: DataTypes.DATE, allowNull: true });
	for (const [table, columns, name] of INDEXES) await q.addIndex(table, columns, { name });
	for (const [, name] of REPLACED) await q.removeIndex('runs', name);
}

export async function down(q: QueryInterface): Promise<void> {
	for (const [columns, name] of REPLACED) await q.addIndex('runs', columns, { name });
	for (const [table, , name] of INDEXES) await q.removeIndex(table, name);
	await q.sequelize.query('DELETE FROM readings WHERE deletedAt IS NOT NULL');
	await q.sequelize.query('ALTER TABLE readings DROP COLUMN deletedAt');
	await q.removeIndex('programs', 'programs_one_of_a_version');
	// What was starting is not known to the older release: it follows it as running, and notices
	// when the charger does not.
	await q.sequelize.query(`UPDATE runs SET status = 'running' WHERE status = 'starting'`);
	for (const column of ONE_EACH) await q.sequelize.query(`DROP INDEX runs_one_open_per_${column}`);
	await oneRunEach(q, 'running', `'running'`);
}
