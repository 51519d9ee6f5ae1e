/** Thin: the process that computes how some packs age, and says how many are done. */
import { QueryTypes } from 'sequelize';
import { openForReading, type Store } from '../../db/connect';
import { toPack } from '../../db/map';
import { workInOwnProcess } from '../../own-process';
import { packAgeing } from './ageing';
import { ageingLine, type AgeingAnswer, type AgeingRequest } from './ageing-shelf';
import { pointsToKeep, seedPoints } from './kept-points';
import { lastResult } from './kept-results';

async function stampOf(db: Store, packId: string): Promise<number> {
	const [row] = await db.sequelize.query<{ stamp: number }>(
		'SELECT stamp FROM pack_stamps WHERE packId = :packId',
		{ type: QueryTypes.SELECT, replacements: { packId } }
	);
	return row?.stamp ?? 0;
}

workInOwnProcess<AgeingRequest, AgeingAnswer>(
	async ({ dataFile, core, packIds, now }, tell) => {
		const db = await openForReading(dataFile);
		const answer: AgeingAnswer = { lines: [], points: [] };
		const asOf = now.slice(0, 10);
		for (const [k, packId] of packIds.entries()) {
			// Read first: a write meanwhile makes a line newer than its stamp, never older.
			const stamp = await stampOf(db, packId);
			const row = await db.models.Pack.findByPk(packId);
			if (row) {
				const pack = toPack(row);
				seedPoints(pack, await lastResult(db, packId, 'points', core));
				const line = ageingLine(await packAgeing(db, pack, now));
				answer.lines.push({ packId, stamp, asOf, value: JSON.stringify(line) });
				answer.points.push({ packId, stamp, asOf: '', value: JSON.stringify(pointsToKeep(pack)) });
			}
			tell((k + 1) / packIds.length);
		}
		await db.close();
		return answer;
	},
	{ background: true }
);
