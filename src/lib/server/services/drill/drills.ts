/**
 * Drills: a bench with something hidden, looked at one thing at a time, decided about, and laid
 * beside what whoever knows would do.
 */
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { CAUSES, causeOf } from '$core/diagnose/causes';
import { ACTIONS } from '$core/diagnose/cause';
import { clueOf } from '$core/diagnose/clue';
import { symptomOf } from '$core/diagnose/symptom';
import { chemistryOf } from '$core/chemistry/catalogue';
import { DRILLS, GRADES, type Drill, type Grade } from '../../../../../drill/drills';
import { expertPath, given } from '../../../../../drill/expert';
import { finding, isClue, worldOf, type World } from '../../../../../drill/world';
import type { Database, Store } from '../../db/connect';
import { checked, done, missing, refuse, type Result } from '../../result';

/** The drill of a grade and seed: which one is hidden is the seed's to say. */
function hidden(grade: number, seed: number): Drill | null {
	const those = DRILLS.filter((d) => d.grade === grade);
	return those.length ? those[seed % those.length] : null;
}
const readable = (grade: number, seed: number): boolean =>
	(GRADES as readonly number[]).includes(grade) && Number.isInteger(seed) && seed >= 0 && seed <= 1e9;

// A bench is run once and looked at many times.
const worlds = new Map<string, World>();
const MOST_WORLDS = 20;
function world(drill: Drill, seed: number): World {
	const key = `${drill.id} ${seed}`;
	const known = worlds.get(key);
	if (known) return known;
	const made = worldOf(drill, seed);
	worlds.set(key, made);
	if (worlds.size > MOST_WORLDS) worlds.delete([...worlds.keys()][0]);
	return made;
}

/** What a person sees before any look: never what is hidden. */
export function benchOf(grade: number, seed: number) {
	const drill = readable(grade, seed) ? hidden(grade, seed) : null;
	if (!drill) return null;
	const w = world(drill, seed);
	const { family, name } = chemistryOf(drill.chemistry);
	return {
		title: symptomOf(drill.shows).name,
		family,
		chemistry: name,
		pack: w.pack,
		program: w.program,
		check: { cells: w.check.cells, packV: w.check.packV },
		refused: w.refused,
		message: w.status.message,
		endReason: w.status.endReason,
		minutes: drill.minutes === 'check' ? null : w.status.timeS / 60,
		log: w.log,
		known: given(drill, w).map((a) => ({ clue: a.clue, answer: a.answer })),
		/** What it may be, in an order that tells nothing. */
		causes: CAUSES.filter((c) => !c.families || c.families.includes(family))
			.map((c) => ({ value: c.id, label: c.name }))
			.sort((a, b) => a.label.localeCompare(b.label))
	};
}

/** What one look finds. */
export function lookAt(
	grade: number,
	seed: number,
	input: unknown
): Result<{ answer: string; detail: string }> {
	const valid = checked(z.object({ clue: z.string() }), input);
	if (!valid.ok) return valid;
	const drill = readable(grade, seed) ? hidden(grade, seed) : null;
	if (!drill) return missing('drill');
	const { clue } = valid.value;
	if (!isClue(clue)) return refuse(422, 'There is no such look.');
	return done(finding(drill, world(drill, seed), clue));
}

const Decision = z.object({
	causeId: z.string().min(1, 'Say what it is.').max(60),
	goOn: z.boolean(),
	looks: z.array(z.string().max(40)).max(60)
});

/**
 * Commits to a decision: kept, and answered with what was hidden and what whoever knows would
 * have done.
 */
export async function decide(
	db: Database,
	grade: number,
	seed: number,
	input: unknown,
	now: string,
	id: string = randomUUID()
) {
	const valid = checked(Decision, input);
	if (!valid.ok) return valid;
	const drill = readable(grade, seed) ? hidden(grade, seed) : null;
	if (!drill) return missing('drill');
	const { causeId, goOn, looks } = valid.value;
	const said = causeOf(causeId);
	if (!said) return refuse(422, 'There is no such cause.', { causeId: 'Choose a cause.' });
	const truth = causeOf(drill.causeId)!;
	const expert = expertPath(drill, world(drill, seed));
	const right = said.action === truth.action;
	const safe = !(truth.burns && goOn);
	const minutes = looks.filter(isClue).reduce((sum, clue) => sum + clueOf(clue).minutes, 0);
	await db.write(async (tx) => {
		if (await tx.models.DrillResult.findByPk(id)) return;
		const result = {
			drillId: drill.id,
			seed,
			grade,
			causeSaid: causeId,
			goOnSaid: goOn,
			looks: looks.length,
			minutes,
			right,
			safe
		};
		await tx.models.DrillResult.create({ id, ...result, at: now });
	});
	return done({
		right,
		safe,
		minutes,
		truth: {
			id: truth.id,
			name: truth.name,
			burns: truth.burns,
			tells: truth.tells,
			action: ACTIONS[truth.action],
			remedies: truth.remedies,
			never: truth.never ?? null
		},
		cost: drill.cost,
		expert: {
			minutes: expert.minutes,
			may: expert.verdict.may,
			looks: expert.looks.map(({ clue, answer, detail }) => ({ asks: clueOf(clue).asks, answer, detail }))
		}
	});
}
export type Revealed = Extract<Awaited<ReturnType<typeof decide>>, { ok: true }>['value'];
export type DrillBench = NonNullable<ReturnType<typeof benchOf>>;

export interface Progress {
	grade: Grade;
	done: number;
	right: number;
	unsafe: number;
	/** A seed that was not played yet. */
	nextSeed: number;
}

/**
 * How far the person has come, by grade, with these drills; those with something hidden unless it
 * is said otherwise.
 */
export async function progress(
	db: Store,
	drillIds: readonly string[] = DRILLS.map((d) => d.id)
): Promise<Progress[]> {
	const rows = await db.models.DrillResult.findAll({
		attributes: ['grade', 'seed', 'right', 'safe'],
		where: { drillId: [...drillIds] }
	});
	return GRADES.map((grade) => {
		const own = rows.filter((row) => row.get('grade') === grade);
		return {
			grade,
			done: own.length,
			right: own.filter((row) => row.get('right')).length,
			unsafe: own.filter((row) => !row.get('safe')).length,
			nextSeed: own.reduce((most, row) => Math.max(most, row.get('seed') + 1), 0)
		};
	});
}
