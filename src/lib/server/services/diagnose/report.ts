/** A case weighed: what its page shows, and what is sent to others who are asked. */
import { ACTIONS, type ActionId, type Area } from '$core/diagnose/cause';
import { clueOf, type ClueId } from '$core/diagnose/clue';
import { diagnose, type Answered } from '$core/diagnose/infer';
import { mayGoOn, type Verdict } from '$core/diagnose/may-go-on';
import { nextTest, type NextTest } from '$core/diagnose/next-test';
import { symptomOf, type SymptomId } from '$core/diagnose/symptom';
import type { Case } from '$core/diagnose/case';
import { packStop, type PackStop } from '$core/pack-state/stop';
import type { Store } from '../../db/connect';
import { done, type Result } from '../../result';
import { packStateOf } from '../packs/pack-states';
import { getPack } from '../packs/packs';
import { getCase, isSymptom, sceneOf } from './cases';

export interface ShownCause {
	id: string;
	name: string;
	area: Area;
	burns: boolean;
	action: ActionId;
	before: number;
	now: number;
	/** "says", as the person or the record has it. */
	for: string[];
	against: string[];
	impossible: string | null;
	/** With this pack's figures; null where there are none. */
	sum: string | null;
	tells: string;
	remedies: readonly string[];
	never: string | null;
}

export interface Report {
	case: Case;
	title: string;
	may: Verdict;
	burns: number;
	none: number;
	two: number;
	causes: ShownCause[];
	actions: { action: ActionId; words: string; p: number }[];
	next: NextTest | null;
	answers: Answered[];
	/** An answer that does not go with the others. */
	odd: Answered | null;
	suggested: SymptomId[];
}

/** An answer as evidence: its figures where there are any. */
export const evidenceText = (a: Answered): string => {
	const asks = clueOf(a.clue)
		.asks.replace(/\?$/, '')
		.replace(/^A glance: /, '');
	return a.detail || `${asks}: ${a.answer}${a.sure === 'sure' ? '' : ` (${a.sure})`}`;
};

/** A course is worth a word from this on, in natural-logarithm units. */
const COURSE_MATTERS = 0.5;

/** What the state of the pack forbids; null where nothing does, or the pack is not known. */
async function stopOf(db: Store, packId: string | null, now: string): Promise<PackStop | null> {
	const pack = packId ? await getPack(db, packId) : null;
	return pack?.ok ? packStop(await packStateOf(db, pack.value, now)) : null;
}

/** The case of this id, weighed at the moment `now`. */
export async function reportOf(db: Store, id: string, now: string): Promise<Result<Report>> {
	const found = await getCase(db, id);
	if (!found.ok) return found;
	const { scene, sums, suggested } = await sceneOf(db, found.value, now);
	const d = diagnose(scene);
	const { symptom, skipped } = found.value;
	/** What the simulated course says for a cause, or against it. */
	const courseText = (id: string, sign: 1 | -1): string[] => {
		const fit = scene.fits?.[id];
		if (!fit || sign * Math.log(fit.factor) < COURSE_MATTERS) return [];
		return [`simulated with it, it would show ${fit.shows}`];
	};
	return done({
		case: found.value,
		title: isSymptom(symptom) ? symptomOf(symptom).name : symptom,
		may: mayGoOn(d, scene.answers, await stopOf(db, found.value.packId, now)),
		burns: d.burns,
		none: d.none,
		two: d.two,
		causes: d.causes.map(({ cause, before, now, for: pro, against, impossible }) => ({
			id: cause.id,
			name: cause.name,
			area: cause.area,
			burns: cause.burns,
			action: cause.action,
			before,
			now,
			for: [...courseText(cause.id, 1), ...pro.slice(0, 3).map(evidenceText)],
			against: [...courseText(cause.id, -1), ...against.slice(0, 2).map(evidenceText)],
			impossible,
			sum: sums[cause.id] ?? null,
			tells: cause.tells,
			remedies: cause.remedies,
			never: cause.never ?? null
		})),
		actions: d.actions.slice(0, 3).map(({ action, p }) => ({ action, words: ACTIONS[action], p })),
		next: nextTest(
			scene,
			d,
			skipped.map((s) => s.clue as ClueId)
		),
		answers: [...scene.answers],
		odd: d.odd,
		suggested
	});
}
