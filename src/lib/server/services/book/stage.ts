/**
 * Checked rows in a file of their own, in the form in which the data file holds them: written
 * beside everything else, and copied from there into the data by SQLite alone.
 */
import { QueryTypes, Sequelize } from 'sequelize';
import type { Store } from '../../db/connect';
import { defineModels } from '../../db/models';
import { appendTelemetry } from '../runs/telemetry';
import { ORDER, samplesFrom } from './book';
import { eventsIn } from './book-events';
import type { Checked } from './check-book';
import { AT_ONCE, differing, existing } from './compare-book';
import { modelOf, type Row } from './take-out';

/** Tables beside those of core's descriptions that a book brings rows for. */
const OTHERS = ['telemetry_chunks', 'events'];

/** An empty file with tables like those of `here`, without their indexes and triggers. */
async function openStage(file: string, here: Store): Promise<Store> {
	const sequelize = new Sequelize({ dialect: 'sqlite', storage: file, logging: false });
	// Rows refer to what is in the data; a file that breaks off is thrown away.
	for (const pragma of ['foreign_keys = OFF', 'journal_mode = OFF', 'synchronous = OFF'])
		await sequelize.query(`PRAGMA ${pragma}`);
	const names = [...ORDER.map((name) => modelOf(here, name).getTableName() as string), ...OTHERS];
	for (const name of names) {
		const [table] = await here.sequelize.query<{ sql: string }>(
			`SELECT sql FROM sqlite_master WHERE type = 'table' AND name = :name`,
			{ type: QueryTypes.SELECT, replacements: { name } }
		);
		await sequelize.query(table.sql);
	}
	await sequelize.query('CREATE INDEX staged_chunks ON telemetry_chunks (runId, firstSample)');
	return { sequelize, models: defineModels(sequelize) } as Store;
}

/**
 * Writes into the new file `file` what `checked` brings into `here`: rows that are not there, those
 * that differ where `replace` is set, samples and events. `tell` hears of the share that is
 * written, 0 to 1.
 */
export async function stage(
	here: Store,
	checked: Checked,
	replace: boolean,
	file: string,
	tell: (share: number) => void = () => undefined
): Promise<void> {
	const staged = await openStage(file, here);
	try {
		await staged.sequelize.query('BEGIN');
		const all = [...checked.rows.values()].reduce((n, rows) => n + rows.length, 0) + checked.samples.size;
		let written = 0;
		const step = (count: number) => tell((written += count) / Math.max(1, all));
		for (const name of ORDER) {
			const rows = checked.rows.get(name) ?? [];
			for (let at = 0; at < rows.length; at += AT_ONCE) {
				const part = rows.slice(at, at + AT_ONCE);
				const old = await existing(
					here,
					name,
					part.map((row) => row.id)
				);
				const wanted = part.filter((row: Row) => {
					const before = old.get(row.id);
					return !before || (replace && differing(row, before).length > 0);
				});
				if (wanted.length) await modelOf(staged, name).bulkCreate(wanted as never);
				step(part.length);
			}
		}
		for (const [id, samples] of checked.samples) {
			const telemetry = samplesFrom(samples);
			if (telemetry && telemetry.timeS.length > 0) await appendTelemetry(staged, id, 0, telemetry);
			step(1);
		}
		const events = eventsIn(checked.events);
		for (let at = 0; at < events.length; at += AT_ONCE)
			await staged.models.Event.bulkCreate(events.slice(at, at + AT_ONCE));
		await staged.sequelize.query('COMMIT');
	} finally {
		await staged.sequelize.close();
	}
}
