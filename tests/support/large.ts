/**
 * Much data for benchmarks and the soak: the demo harbour, its packs and runs copied until there
 * are as many as asked for.
 */
import type { Database } from '../../src/lib/server/db/connect';

/** Copies of a run go back in time by this much each, days. */
const DAYS_APART = 370;

/**
 * Grows a loaded demo to at least `packs` packs and `runs` runs, with their readings, samples and
 * events. The copies of a pack share its past; those of a run lie further back.
 */
export async function growDemo(db: Database, packs: number, runs: number): Promise<void> {
	await db.write(async ({ sequelize }) => {
		const count = async (table: string) => {
			const [rows] = (await sequelize.query(`SELECT COUNT(*) AS n FROM ${table}`)) as [
				{ n: number }[],
				unknown
			];
			return rows[0].n;
		};
		const columnsOf = async (table: string) => {
			const [rows] = (await sequelize.query(`SELECT name FROM pragma_table_info('${table}')`)) as [
				{ name: string }[],
				unknown
			];
			return rows.map((r) => r.name);
		};
		/** Inserts copies of every row that `where` takes, with some columns computed anew. */
		const copy = async (table: string, anew: Record<string, string>, where: string) => {
			const columns = (await columnsOf(table)).filter((c) => anew[c] !== 'AUTO');
			const values = columns.map((c) => anew[c] ?? c);
			await sequelize.query(
				`INSERT INTO ${table} (${columns.join(', ')}) SELECT ${values.join(', ')} FROM ${table} WHERE ${where}`
			);
		};
		const first = { packs: await count('packs'), runs: await count('runs') };
		const back = (column: string, n: number) =>
			`strftime('%Y-%m-%d %H:%M:%f', ${column}, '-${n * DAYS_APART} days') || ' +00:00'`;
		const original = `length(id) = 36`;
		const packCopies = Math.ceil(packs / first.packs) - 1;
		for (let p = 1; p <= packCopies; p++) {
			const id = `id || '-${p}'`;
			await copy('packs', { id, name: `name || ' ${p + 1}'`, pairId: 'NULL' }, original);
			await copy('readings', { id, packId: `packId || '-${p}'` }, original);
		}
		// Each round of copies gives every pack, copies of packs too, the same runs once more, further
		// back.
		const perRound = first.runs * (packCopies + 1);
		const rounds = Math.ceil((runs - first.runs) / perRound);
		for (let round = 0; round <= rounds; round++)
			for (let p = 0; p <= packCopies; p++) {
				if (round === 0 && p === 0) continue;
				if ((await count('runs')) >= runs) return;
				const tag = `'-${round}-${p}'`;
				const shift: Record<string, string> =
					round === 0 ? {} : { startedAt: back('startedAt', round), endedAt: back('endedAt', round) };
				const packId = p === 0 ? 'packId' : `packId || '-${p}'`;
				await copy(
					'runs',
					{ id: `id || ${tag}`, packId, programId: 'NULL', ...shift },
					`${original} AND status = 'ended'`
				);
				await copy('telemetry_chunks', { id: 'AUTO', runId: `runId || ${tag}` }, `length(runId) = 36`);
				if (round > 0)
					await copy('readings', { id: `id || ${tag}`, packId, takenAt: back('takenAt', round) }, original);
			}
	});
}
