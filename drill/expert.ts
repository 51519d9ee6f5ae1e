/**
 * The path that whoever knows the trade would take through a drill: the look that tells most,
 * until what is to be done is settled.
 */
import { chemistryOf } from '../core/chemistry/catalogue';
import type { ClueId } from '../core/diagnose/clue';
import { clueOf } from '../core/diagnose/clue';
import { diagnose, type Answered, type Diagnosis, type Scene } from '../core/diagnose/infer';
import { mayGoOn, type Verdict } from '../core/diagnose/may-go-on';
import { nextTest } from '../core/diagnose/next-test';
import type { Drill } from './drills';
import { finding, type World } from './world';

export interface Expert {
	looks: { clue: ClueId; answer: string; detail: string }[];
	minutes: number;
	diagnosis: Diagnosis;
	verdict: Verdict;
}

const MOST = 9;
/** What nobody must ask for: it stands on the bench, or is on record. */
export const GIVEN: readonly ClueId[] = [
	'joined',
	'air',
	'used-just-now',
	'others-run',
	'reading-age',
	'rate',
	'balance-on'
];

/** What is known of a bench before any look. */
export function given(drill: Drill, world: World): Answered[] {
	const { family } = chemistryOf(drill.chemistry);
	return GIVEN.filter((clue) => {
		const { families } = clueOf(clue);
		return !families || families.includes(family);
	}).map((clue) => ({ clue, ...finding(drill, world, clue), sure: 'sure', from: 'known' }));
}

/** Plays a drill to its end. */
export function expertPath(drill: Drill, world: World): Expert {
	const { family } = chemistryOf(drill.chemistry);
	const answers = given(drill, world);
	const looks: Expert['looks'] = [];
	for (;;) {
		const scene: Scene = {
			symptom: drill.shows,
			family,
			answers: [...answers],
			impossible: {},
			confirmed: {}
		};
		const diagnosis = diagnose(scene);
		const next = looks.length < MOST ? nextTest(scene, diagnosis) : null;
		if (next === null) {
			const minutes = looks.reduce((sum, l) => sum + clueOf(l.clue).minutes, 0);
			return { looks, minutes, diagnosis, verdict: mayGoOn(diagnosis, answers) };
		}
		const seen = finding(drill, world, next.clue);
		looks.push({ clue: next.clue, ...seen });
		answers.push({ clue: next.clue, ...seen, sure: 'sure', from: 'person' });
	}
}
