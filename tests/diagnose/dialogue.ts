/**
 * A person in front of a case: asked for one look after another, who answers what there is to be
 * seen, and is wrong now and then.
 */
import { CLUE_IDS, clueOf, type ClueId } from '../../core/diagnose/clue';
import { causeOf } from '../../core/diagnose/causes';
import { diagnose, type Answered, type Diagnosis, type Scene } from '../../core/diagnose/infer';
import { mayGoOn, type MayGoOn } from '../../core/diagnose/may-go-on';
import { nextTest } from '../../core/diagnose/next-test';
import type { SymptomId } from '../../core/diagnose/symptom';
import type { HandCase } from './hand-cases';

export interface Played {
	diagnosis: Diagnosis;
	asked: ClueId[];
	may: MayGoOn;
	/** Whether it was yes at any moment on the way, and after how many looks first. */
	yesAfter: number | null;
	/** Place of the true cause, or of one with its action, from 1. */
	place: number;
}

const usual = (clue: ClueId): string =>
	Object.entries(clueOf(clue).usual).reduce((best, x) => (x[1] > best[1] ? x : best))[0];

const MOST = 8;
/** What the program knows of every pack that it has a record of, without asking. */
const RECORDED: readonly ClueId[] = [
	'others-run',
	'reading-age',
	'air',
	'was-full',
	'joined',
	'balance-on',
	'balanced',
	'rate',
	'used-just-now',
	'pack-age'
];

export type PlayedByHand = Played & { case: HandCase };

/**
 * A bench to be asked about: what shows, what is known without asking, and what each look finds.
 */
export interface Playable {
	shows: SymptomId;
	family: Scene['family'];
	is: string;
	known: readonly Answered[];
	impossible: Scene['impossible'];
	fits?: Scene['fits'];
	look: (clue: ClueId) => string;
}

interface Manner {
	/** Decides for each answer whether it is another one than what there is to be seen. */
	wrong?: () => boolean;
	order?: (left: ClueId[]) => ClueId;
}

/**
 * A case worked out by hand, to be asked about: what is not written down is found as it usually
 * is.
 */
export function caseOf(c: HandCase): Playable {
	const look = (clue: ClueId): string => c.sees[clue] ?? c.known?.[clue] ?? usual(clue);
	const recorded = RECORDED.filter((clue) => {
		const { families } = clueOf(clue);
		return !families || families.includes(c.family);
	});
	const known = [...new Set([...(Object.keys(c.known ?? {}) as ClueId[]), ...recorded])].map(
		(clue): Answered => ({ clue, answer: look(clue), sure: 'sure', from: 'known', detail: '' })
	);
	const { shows, family, is } = c;
	return { shows, family, is, known, impossible: {}, look };
}

/** Plays a case that was worked out by hand. */
export const play = (c: HandCase, manner: Manner = {}): PlayedByHand => ({
	case: c,
	...playOut(caseOf(c), manner)
});

/** One look after another, until what is to be done is clear. */
export function playOut(c: Playable, { wrong = () => false, order }: Manner = {}): Played {
	const answers: Answered[] = [...c.known];
	const answered = (clue: ClueId): Answered => {
		const right = c.look(clue);
		const others = Object.keys(clueOf(clue).usual).filter((a) => a !== right);
		return { clue, answer: wrong() ? others[0] : right, sure: 'sure', from: 'person', detail: '' };
	};
	const asked: ClueId[] = [];
	let yesAfter: number | null = null;
	for (;;) {
		const scene: Scene = {
			symptom: c.shows,
			family: c.family,
			answers: [...answers],
			impossible: c.impossible,
			fits: c.fits,
			confirmed: {}
		};
		const diagnosis = diagnose(scene);
		const { may } = mayGoOn(diagnosis, answers);
		if (may === 'yes') yesAfter ??= asked.length;
		const next = nextTest(scene, diagnosis);
		if (next === null || asked.length >= MOST) {
			const truth = causeOf(c.is)!;
			const place =
				diagnosis.causes.findIndex(({ cause }) => cause.id === c.is || cause.action === truth.action) + 1;
			return { diagnosis, asked, may, yesAfter, place: place || 99 };
		}
		const left = CLUE_IDS.filter((id) => {
			const { families } = clueOf(id);
			return !answers.some((a) => a.clue === id) && (!families || families.includes(c.family));
		});
		const clue = order ? order(left) : next.clue;
		asked.push(clue);
		answers.push(answered(clue));
	}
}
