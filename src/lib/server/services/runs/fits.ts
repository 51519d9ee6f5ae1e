/**
 * What the looks at a run keyed in by hand say of its pack's capacity: computed where they are
 * followed, kept with the run.
 */
import { z } from 'zod';
import { fitOf, type CapacityFit } from '$core/ageing/points';
import type { Database } from '../../db/connect';
import { checked, done, missing, refuse, type Result } from '../../result';
import { looksOf } from './looks';

const Believed = z.object({ mean: z.number().positive().max(1000), sigma: z.number().positive().max(1000) });
export const LearnedCapacity = z.object({ before: Believed, now: Believed });

/** Fewer looks say little that the person did not say before. */
const LEAST_LOOKS = 3;

/**
 * Keeps what the looks add to what was believed; null where they add next to nothing, and then
 * nothing is kept.
 */
export async function keepFit(
	db: Database,
	runId: string,
	input: unknown
): Promise<Result<CapacityFit | null>> {
	const valid = checked(LearnedCapacity, input);
	if (!valid.ok) return valid;
	const fit = fitOf(valid.value.before, valid.value.now);
	return db.write<Result<CapacityFit | null>>(async (tx) => {
		const row = await tx.models.Run.findByPk(runId);
		if (!row) return missing('run');
		if (row.get('mode') !== 'by hand')
			return refuse(409, 'Only a run that is followed by looks learns from them.');
		const enough = (await looksOf(tx, runId)).length >= LEAST_LOOKS;
		await tx.sequelize.query('DELETE FROM run_fits WHERE runId = ?', { replacements: [runId] });
		if (!enough || !fit) return done(null);
		await tx.sequelize.query('INSERT INTO run_fits (runId, capacityAh, error) VALUES (?, ?, ?)', {
			replacements: [runId, fit.capacityAh, fit.error]
		});
		return done(fit);
	});
}
