/**
 * How ends were judged, kept beside the runs so that twenty thousand of them can be asked for it
 * at once.
 */
import { QueryTypes } from 'sequelize';
import { judgeEnd, type EndOutcome } from '$core/log/end-judgement';
import type { Database, Store } from '../../db/connect';
import { toPack, toRun } from '../../db/map';
import { endOf } from '../packs/care';
import { displayReadingsOf } from '../packs/pack-states';

/** Judged in one transaction; more are judged in several, so that nobody waits for all of them. */
const AT_ONCE = 500;

/**
 * Judges every ended run that has no judgement yet, or has lost it because something of it was
 * changed.
 */
export async function judgeAll(db: Database): Promise<void> {
	for (;;) {
		const waiting = await db.sequelize.query<{ id: string }>(
			`SELECT id FROM runs WHERE status = 'ended' AND id NOT IN (SELECT runId FROM run_judgements) LIMIT ${AT_ONCE}`,
			{ type: QueryTypes.SELECT }
		);
		if (waiting.length === 0) return;
		await db.write(async (tx) => {
			// What changed meanwhile is read anew: a judgement is of what stands there now.
			const rows = await tx.models.Run.findAll({ where: { id: waiting.map((w) => w.id) }, paranoid: false });
			const packs = await tx.models.Pack.findAll({
				where: { id: [...new Set(rows.map((row) => row.get('packId')))] },
				paranoid: false
			});
			const packOf = new Map(packs.map((row) => [row.get('id'), toPack(row)]));
			const shown = await displayReadingsOf(
				tx,
				waiting.map((w) => w.id)
			);
			const judged = rows.map((row): [string, EndOutcome | 'no pack'] => {
				const run = toRun(row);
				const pack = packOf.get(run.packId);
				return [run.id, pack ? judgeEnd(endOf(run, pack, shown.get(run.id))).outcome : 'no pack'];
			});
			if (judged.length)
				await tx.sequelize.query(
					`INSERT OR REPLACE INTO run_judgements (runId, outcome) VALUES ${judged.map(() => '(?, ?)').join(', ')}`,
					{ replacements: judged.flat() }
				);
		}, 'samples');
	}
}

/** Forgets how the runs of a pack ended; they are judged anew when the book is asked. */
export async function forgetJudgements(tx: Store, packId: string): Promise<void> {
	await tx.sequelize.query(
		`DELETE FROM run_judgements WHERE runId IN (SELECT runId FROM run_packs WHERE packId = :packId)`,
		{ replacements: { packId } }
	);
}
