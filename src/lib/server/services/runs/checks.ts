/**
 * Checks before a start, kept whether one followed or not: what the charger showed, what hands
 * saw, and why nothing was started.
 */
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import type { CheckEvidence, StartCheck } from '$core/log/check-evidence';
import { CheckEvidenceSchema } from '$core/log/run-schema';
import type { Database, Store } from '../../db/connect';
import { shapeOf } from '../../db/map';
import { checked, done, type Result } from '../../result';
import { getProgram, type SavedProgram } from '../programs/programs';

/** Checks of a pack that are shown. */
const MOST_SHOWN = 5;

export const NO_EVIDENCE: CheckEvidence = CheckEvidenceSchema.parse({ answers: [] });

interface Kept {
	id: string;
	program: Pick<SavedProgram, 'id' | 'packId' | 'channelId'>;
	mode: StartCheck['mode'];
	evidence: CheckEvidence;
	refused: string | null;
	now: string;
}

/** Keeps a check within the caller's write; the same id again is the same check. */
export async function keepCheck(
	tx: Store,
	{ id, program, mode, evidence, refused, now }: Kept
): Promise<void> {
	if (await tx.models.StartCheck.findByPk(id)) return;
	const { id: programId, packId, channelId } = program;
	await tx.models.StartCheck.create({
		id,
		programId,
		packId,
		channelId,
		at: now,
		mode,
		...evidence,
		refused
	});
}

const RefusedCheck = z.object({
	mode: z.enum(['link', 'by hand']),
	evidence: CheckEvidenceSchema,
	/** What was seen that keeps it from being started. */
	refused: z.string().trim().min(1, 'Say what was seen.').max(1000)
});

/** Keeps that nothing was started, with what was seen. */
export async function refuseStart(
	db: Database,
	programId: string,
	input: unknown,
	now: string,
	id: string = randomUUID()
): Promise<Result<StartCheck>> {
	const valid = checked(RefusedCheck, input);
	if (!valid.ok) return valid;
	return db.write<Result<StartCheck>>(async (tx) => {
		const program = await getProgram(tx, programId);
		if (!program.ok) return program;
		await keepCheck(tx, { id, program: program.value, ...valid.value, now });
		return done(shapeOf('StartCheck', (await tx.models.StartCheck.findByPk(id))!));
	});
}

/** What was seen before a run; null where nobody wrote anything down. */
export async function checkOf(db: Store, runId: string): Promise<StartCheck | null> {
	const row = await db.models.StartCheck.findByPk(runId);
	return row && shapeOf('StartCheck', row);
}

/** Starts of a pack that were not made since its last run began, newest first. */
export async function refusedOf(db: Store, packId: string): Promise<StartCheck[]> {
	const rows = await db.models.StartCheck.findAll({ where: { packId }, order: [['at', 'DESC']], limit: 50 });
	const checks = rows.map((row) => shapeOf('StartCheck', row));
	const started = checks.findIndex((c) => c.refused === null);
	return checks.slice(0, started < 0 ? MOST_SHOWN : Math.min(started, MOST_SHOWN));
}
