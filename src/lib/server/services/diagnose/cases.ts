/**
 * Cases: opened with what shows, answered one look after another, closed with what it turned out
 * to be; that sharpens the next.
 */
import type { ObservationKind } from '$core/pack/observation';
import { observeWithin, unobserveWithin } from '../packs/observations';
import { randomUUID } from 'node:crypto';
import { Op } from 'sequelize';
import { z } from 'zod';
import type { Case } from '$core/diagnose/case';
import { CaseAnswerSchema, CaseInputSchema, ScreenSchema, TaughtSchema } from '$core/diagnose/case-schema';
import { causeOf } from '$core/diagnose/causes';
import { CLUES, clueOf, type ClueId } from '$core/diagnose/clue';
import { impossibleFor, type Facts } from '$core/diagnose/facts';
import type { Answered, Scene } from '$core/diagnose/infer';
import { SYMPTOMS, type SymptomId } from '$core/diagnose/symptom';
import type { Taught } from '$core/diagnose/words';
import type { Database, Store } from '../../db/connect';
import type { RowOf } from '../../db/models';
import { shapeOf } from '../../db/map';
import { checked, done, missing, refuse, type Result } from '../../result';
import { getPack } from '../packs/packs';
import { knownOfPack, onRecord } from './known';

const isClue = (id: string): id is ClueId => Object.hasOwn(CLUES, id);
export const isSymptom = (id: string): id is SymptomId => Object.hasOwn(SYMPTOMS, id);

/** Messages that this charger was taught. */
export async function taughtOf(db: Store, chargerId: string | null): Promise<Taught[]> {
	if (chargerId === null) return [];
	const rows = await db.models.Taught.findAll({ where: { chargerId } });
	return rows.map((row) => ({ message: row.get('message'), symptom: row.get('symptom') }));
}

/** Teaches a charger's own words; said again they mean what was said last. */
export async function teach(db: Database, chargerId: string, input: unknown): Promise<Result<Taught>> {
	const valid = checked(TaughtSchema, input);
	if (!valid.ok) return valid;
	const { message, symptom } = valid.value;
	if (!isSymptom(symptom))
		return refuse(422, 'That is nothing that shows.', { symptom: 'Choose what it means.' });
	return db.write<Result<Taught>>(async (tx) => {
		if (!(await tx.models.Charger.findByPk(chargerId))) return missing('charger');
		const before = await tx.models.Taught.findOne({ where: { chargerId, message } });
		if (before) await before.update({ symptom });
		else await tx.models.Taught.create({ id: randomUUID(), chargerId, message, symptom });
		return done({ message, symptom });
	});
}

/** Opens a case; the same id again is the same case. */
export async function openCase(
	db: Database,
	input: unknown,
	now: string,
	id: string = randomUUID()
): Promise<Result<Case>> {
	const valid = checked(CaseInputSchema, input);
	if (!valid.ok) return valid;
	const given = valid.value;
	const record = given.runId ? await onRecord(db, given.runId) : null;
	if (given.runId && !record) return missing('run');
	const pack = given.packId ? await getPack(db, given.packId) : null;
	if (pack && !pack.ok) return pack;
	const whole = record
		? {
				...given,
				packId: record.run.packId,
				chargerId: record.run.chargerId,
				channelId: record.run.channelId,
				family: record.r.chemistry.family
			}
		: given;
	return db.write<Result<Case>>(async (tx) => {
		const again = await tx.models.Case.findByPk(id, { paranoid: false });
		if (again) return done(shapeOf('Case', again));
		const row = await tx.models.Case.create({ id, ...whole, openedAt: now, closedAt: null, confirmed: null });
		return done(shapeOf('Case', row));
	});
}

export async function getCase(db: Store, id: string): Promise<Result<Case>> {
	const row = await db.models.Case.findByPk(id);
	return row ? done(shapeOf('Case', row)) : missing('case');
}

/** The newest cases; of one pack where it is named. */
export async function listCases(db: Store, where: { packId?: string } = {}, limit = 30): Promise<Case[]> {
	const rows = await db.models.Case.findAll({ where, order: [['openedAt', 'DESC']], limit });
	return rows.map((row) => shapeOf('Case', row));
}

/**
 * What this window showed when the change was made: null for nothing; not said by those that do
 * not care.
 */
const was = z.string().max(80).nullable().optional();

const Change = z.union([
	z.object({ answer: CaseAnswerSchema, was }),
	z.object({ skip: z.string().min(1).max(40), was }),
	z.object({ forget: z.string().min(1).max(40) }),
	z.object({ symptom: z.string().min(1).max(40) }),
	z.object({ notes: z.string().max(2000) }),
	/** What its screen shows; null takes it away. `was`: as this window showed it, as text. */
	z.object({ screen: ScreenSchema.nullable(), was: z.string().max(2000).nullable().optional() }),
	z.object({ confirmed: z.string().min(1).max(60).nullable(), was })
]);

/**
 * Refuses what was done in a window that did not show what stands by now; null where it did, or
 * says nothing of it.
 */
function elsewhere(
	stands: string | null,
	seen: string | null | undefined,
	wants: string | null
): Result<never> | null {
	if (seen === undefined || stands === null || stands === seen || stands === wants) return null;
	const words = causeOf(stands)?.name ?? stands;
	return refuse(409, `In another window this was answered since: ${words}. Look at it once more.`);
}

/** What is seen at a pack binds it at once, in Diagnose too. */
const SEEN: Record<string, ObservationKind> = {
	'swollen, dented or leaking': 'swollen',
	'smells or hisses': 'smell'
};
async function bindWhatIsSeen(
	tx: Store,
	row: RowOf<'Case'>,
	answer: string | null,
	now: string
): Promise<void> {
	const packId = row.get('packId');
	const pack = packId ? await tx.models.Pack.findByPk(packId) : null;
	if (!pack) return;
	const what = answer === null ? undefined : SEEN[answer];
	const id = `seen ${row.get('id')}`.slice(0, 64);
	await unobserveWithin(tx, id);
	if (what) await observeWithin(tx, pack, { what, at: now, notes: `Diagnose: ${answer}` }, id);
}

/**
 * Changes one thing of a case: an answer, a look that nobody can make, what shows, how it came
 * out.
 */
export async function changeCase(
	db: Database,
	id: string,
	input: unknown,
	now: string
): Promise<Result<Case>> {
	const valid = checked(Change, input);
	if (!valid.ok) return valid;
	const change = valid.value;
	return db.write<Result<Case>>(async (tx) => {
		const row = await tx.models.Case.findByPk(id);
		if (!row) return missing('case');
		const { answers, skipped, screen } = shapeOf('Case', row);
		const answerTo = (clue: string) => answers.find((a) => a.clue === clue)?.answer ?? null;
		const without = (clue: string) => ({
			answers: answers.filter((a) => a.clue !== clue),
			skipped: skipped.filter((s) => s.clue !== clue)
		});
		if ('answer' in change) {
			const { answer } = change;
			if (!isClue(answer.clue) || !(answer.answer in clueOf(answer.clue).usual))
				return refuse(422, 'That is no answer to this look.', { answer: 'Choose one of its answers.' });
			const other = elsewhere(answerTo(answer.clue), change.was, answer.answer);
			if (other) return other;
			const rest = without(answer.clue);
			await row.update({ ...rest, answers: [...rest.answers, answer] });
			if (answer.clue === 'eye') await bindWhatIsSeen(tx, row, answer.answer, now);
		} else if ('skip' in change) {
			if (!isClue(change.skip)) return refuse(422, 'There is no such look.');
			const other = elsewhere(answerTo(change.skip), change.was, null);
			if (other) return other;
			const rest = without(change.skip);
			await row.update({ ...rest, skipped: [...rest.skipped, { clue: change.skip }] });
		} else if ('forget' in change) {
			await row.update(without(change.forget));
			if (change.forget === 'eye') await bindWhatIsSeen(tx, row, null, now);
		} else if ('symptom' in change) {
			if (!isSymptom(change.symptom)) return refuse(422, 'That is nothing that shows.');
			await row.update({ symptom: change.symptom });
		} else if ('notes' in change) await row.update({ notes: change.notes });
		else if ('screen' in change) {
			const stands = screen.length ? JSON.stringify(screen[0]) : null;
			const wants = change.screen === null ? null : JSON.stringify(change.screen);
			if (change.was !== undefined && stands !== null && stands !== change.was && stands !== wants)
				return refuse(409, 'In another window other figures were typed since. Look at them once more.');
			await row.update({ screen: change.screen === null ? [] : [change.screen] });
		} else {
			const { confirmed } = change;
			if (confirmed !== null && confirmed !== 'none of these' && !causeOf(confirmed))
				return refuse(422, 'There is no such cause.');
			const other = elsewhere(row.get('confirmed'), change.was, confirmed);
			if (other) return other;
			await row.update({ confirmed, closedAt: confirmed === null ? null : now });
		}
		return done(shapeOf('Case', row));
	});
}

/** Takes a case away, or puts it back. */
export async function moveCase(db: Database, id: string, away: boolean): Promise<Result<Case>> {
	return db.write<Result<Case>>(async (tx) => {
		const row = await tx.models.Case.findByPk(id, { paranoid: false });
		if (!row) return missing('case');
		if (away) await row.destroy();
		else await row.restore();
		return done(shapeOf('Case', row));
	});
}

/** How often each cause was confirmed before for this pack, or on this channel. */
async function confirmedBefore(db: Store, c: Case): Promise<Record<string, number>> {
	const same = [
		...(c.packId ? [{ packId: c.packId }] : []),
		...(c.channelId ? [{ channelId: c.channelId }] : [])
	];
	if (same.length === 0) return {};
	const rows = await db.models.Case.findAll({
		where: {
			[Op.or]: same,
			id: { [Op.ne]: c.id },
			confirmed: { [Op.ne]: null },
			openedAt: { [Op.lt]: c.openedAt }
		}
	});
	const counts: Record<string, number> = {};
	for (const row of rows) {
		const cause = causeOf(row.get('confirmed')!);
		if (!cause) continue;
		// What was wrong with the pack goes with the pack, what was wrong with the channel stays there.
		const ofPack = cause.area === 'cells' && row.get('packId') === c.packId;
		const ofBench = cause.area !== 'cells' && row.get('channelId') === c.channelId;
		if (ofPack || ofBench) counts[cause.id] = (counts[cause.id] ?? 0) + 1;
	}
	return counts;
}

export interface CaseScene {
	case: Case;
	scene: Scene;
	sums: Record<string, string>;
	/** What the pack's run shows, where it has one. */
	suggested: SymptomId[];
}

/** A case with everything that is known besides: ready to be weighed. */
export async function sceneOf(db: Store, c: Case, now: string): Promise<CaseScene> {
	const nothing: Facts = { answers: [], impossible: {}, sums: {}, fits: {} };
	const record = c.runId ? await onRecord(db, c.runId) : null;
	const { packId, chargerId, channelId } = c;
	const known =
		record ??
		(packId && chargerId && channelId
			? await knownOfPack(
					db,
					{ packId, chargerId, channelId },
					now,
					c.screen[0] ? { screen: c.screen[0], symptom: isSymptom(c.symptom) ? c.symptom : null } : null
				)
			: null);
	const facts = known?.facts ?? nothing;
	const typed = c.answers.flatMap((a): Answered[] =>
		isClue(a.clue) ? [{ clue: a.clue, answer: a.answer, sure: a.sure, from: 'person', detail: '' }] : []
	);
	// What a person says of a thing counts before what is on record of it.
	const told = new Set(typed.map((a) => a.clue));
	const answers = [...typed, ...facts.answers.filter((a) => !told.has(a.clue))];
	const scene: Scene = {
		symptom: isSymptom(c.symptom) ? c.symptom : null,
		family: c.family,
		answers,
		impossible: impossibleFor(isSymptom(c.symptom) ? c.symptom : null, facts.impossible),
		fits: facts.fits,
		confirmed: await confirmedBefore(db, c)
	};
	return { case: c, scene, sums: facts.sums, suggested: record?.suggested ?? [] };
}
