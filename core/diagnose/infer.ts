/**
 * From what shows and what was answered to odds of causes: Bayes over single causes, over two at
 * once where both can be behind it, and over none of these. Answers of a person may be wrong, and
 * answers that tell the same thing another way count for less together.
 */
import type { Fit } from './by-course';
import type { ActionId, Cause } from './cause';
import { clueOf, type ClueId } from './clue';
import { causesIn, causeOf } from './causes';
import { answersAt } from './answer-shares';
import type { SymptomId } from './symptom';

export const SURENESS = ['sure', 'I think', 'about'] as const;
export type Sureness = (typeof SURENESS)[number];

export interface Answered {
	clue: ClueId;
	answer: string;
	sure: Sureness;
	/** A person said so, or the program knew. */
	from: 'person' | 'known';
	/** What is known, with its figures; '' where a person answered. */
	detail: string;
}

export interface Scene {
	symptom: SymptomId | null;
	family: 'lithium' | 'nickel' | 'lead';
	answers: readonly Answered[];
	/** Causes that cannot be, with why, in figures. */
	impossible: Readonly<Record<string, string>>;
	/**
	 * How the course that was seen fits causes, as factors of their likelihood; absent or empty
	 * where none was seen.
	 */
	fits?: Readonly<Record<string, Fit>>;
	/** How many times each cause was confirmed before for this pack, lead or charger. */
	confirmed: Readonly<Record<string, number>>;
}

/** One cause or two at once, or none that is known, with its share before anything was answered. */
interface Prior {
	causes: readonly Cause[];
	prior: number;
}
/** With its share now. */
export interface Hypothesis extends Prior {
	p: number;
}

export interface Weighed {
	cause: Cause;
	/** Before anything was answered, and now; shares of one. */
	before: number;
	now: number;
	/** What speaks for and against it, the strongest first. */
	for: readonly Answered[];
	against: readonly Answered[];
	/** Why it cannot be; null where it can. */
	impossible: string | null;
}

export interface Diagnosis {
	/** The likeliest first; those that hardly matter are left out. */
	causes: readonly Weighed[];
	/** Share of none of these, and of two at once. */
	none: number;
	two: number;
	/** Share of what is likely that can burn. */
	burns: number;
	/** Shares of the actions, the likeliest first. */
	actions: readonly { action: ActionId; p: number }[];
	hypotheses: readonly Hypothesis[];
	/** An answer that does not go with the others; null where they go together. */
	odd: Answered | null;
}

/* All common practice, no source. */
const NONE = 0.05;
const TWO_AT_ONCE = 0.04;
/** A cause that is not known for this symptom is kept alive, per cent beside the others' odds. */
const UNLISTED = 0.01;
/** How far an answer is believed: the rest of it says nothing. */
export const BELIEVED: Record<Sureness, number> = { sure: 0.93, 'I think': 0.75, about: 0.55 };
const KNOWN_BELIEVED = 0.97;
/**
 * A cause that was confirmed for this very pack, lead or charger is so many times likelier, each
 * time; three times at most.
 */
const CONFIRMED = 1.8;
const CONFIRMED_MOST = 3;
/** An answer speaks for or against a cause from this pull on, in natural-logarithm units. */
const MATTERS = 0.4;
/** What hardly matters is not shown. */
const SHOWN = 0.004;
/** None of these, above this: something does not go together. */
const ODD = 0.35;

/** How likely an answer is where each of these is there, with the doubt that is in every answer. */
function believedIn(hypotheses: readonly Pick<Prior, 'causes'>[], answered: Answered): number[] {
	const { clue, answer, sure, from } = answered;
	const shares = answersAt(clue);
	const share = from === 'known' ? KNOWN_BELIEVED : BELIEVED[sure];
	const doubt = (1 - share) * shares.usually(answer);
	return hypotheses.map(({ causes }) => share * shares.together(causes, answer) + doubt);
}

/**
 * How much each answer counts: of those of kin the one that tells most counts whole, the next
 * half, then a third.
 */
function counts(answers: readonly Answered[], told: readonly number[]): number[] {
	const kin = answers.map((a) => clueOf(a.clue).kin ?? a.clue);
	return kin.map((k, i) => {
		const before = kin.filter(
			(other, j) => other === k && (told[j] > told[i] || (told[j] === told[i] && j < i))
		);
		return 1 / (1 + before.length);
	});
}

/**
 * How far apart an answer sets what it could be, as the standard deviation of its logarithm over
 * the odds before it.
 */
function tells(hypotheses: readonly Prior[], logs: readonly number[]): number {
	const mean = hypotheses.reduce((sum, h, i) => sum + h.prior * logs[i], 0);
	return Math.sqrt(hypotheses.reduce((sum, h, i) => sum + h.prior * (logs[i] - mean) ** 2, 0));
}

const fits = (cause: Cause, { family, impossible }: Scene): boolean =>
	(cause.families === undefined || cause.families.includes(family)) && impossible[cause.id] === undefined;

/** Odds of every hypothesis before any answer, of sum one. */
function priors(scene: Scene): Prior[] {
	const { symptom, confirmed } = scene;
	const weightOf = (c: Cause): number => {
		const listed = symptom === null ? Object.values(c.odds).reduce((a, b) => a + b, 0) / 10 : c.odds[symptom];
		return (listed ?? UNLISTED) * CONFIRMED ** Math.min(CONFIRMED_MOST, confirmed[c.id] ?? 0);
	};
	const able = causesIn(symptom).filter((c) => fits(c, scene));
	const weights = new Map(able.map((c) => [c, weightOf(c)]));
	const sum = able.reduce((s, c) => s + weights.get(c)!, 0);
	const share = (c: Cause) => weights.get(c)! / sum;
	const listed = able.filter((c) => symptom === null || c.odds[symptom] !== undefined);
	const pairs = listed.flatMap((a, i) => listed.slice(i + 1).map((b) => [a, b] as const));
	const pairSum = pairs.reduce((s, [a, b]) => s + share(a) * share(b), 0);
	const two = pairs.length ? TWO_AT_ONCE : 0;
	return [
		...able.map((c): Prior => ({ causes: [c], prior: (1 - NONE - two) * share(c) })),
		...pairs.map(([a, b]): Prior => ({
			causes: share(a) >= share(b) ? [a, b] : [b, a],
			prior: (two * share(a) * share(b)) / pairSum
		})),
		{ causes: [], prior: NONE }
	];
}

/** What the course says of a hypothesis: of two at once, the one that fits better. */
const courseOf = (causes: readonly Cause[], fits: Scene['fits']): number =>
	causes.length === 0 ? 1 : Math.max(...causes.map((c) => fits?.[c.id]?.factor ?? 1));

/** Shares after these answers; `agrees` is how well each of them agrees with each hypothesis. */
function weighed(
	hypotheses: readonly Prior[],
	answers: readonly Answered[],
	agrees: readonly (readonly number[])[],
	fits?: Scene['fits']
): Hypothesis[] {
	const each = agrees.map((of) => of.map(Math.log));
	const count = counts(
		answers,
		each.map((logs) => tells(hypotheses, logs))
	);
	const logs = hypotheses.map(({ prior, causes }, i) =>
		each.reduce((sum, of, k) => sum + count[k] * of[i], Math.log(prior * courseOf(causes, fits)))
	);
	const most = Math.max(...logs);
	const weights = logs.map((l) => Math.exp(l - most));
	const sum = weights.reduce((a, b) => a + b, 0);
	return hypotheses.map((h, i) => ({ ...h, p: weights[i] / sum }));
}

/** Of two at once the one that burns decides what is done. */
export const actionOf = (causes: readonly Cause[]): ActionId | null =>
	(causes.find((c) => c.burns) ?? causes[0])?.action ?? null;

export const burnsOf = (hypotheses: readonly Hypothesis[]): number =>
	hypotheses.reduce((sum, h) => sum + (h.causes.some((c) => c.burns) ? h.p : 0), 0);

/** Shares of the actions; what none of these would need is nobody's. */
export function actionShares(hypotheses: readonly Hypothesis[]): Map<ActionId, number> {
	const shares = new Map<ActionId, number>();
	for (const { causes, p } of hypotheses) {
		const action = actionOf(causes);
		if (action) shares.set(action, (shares.get(action) ?? 0) + p);
	}
	return shares;
}

/** The answer that, left out, makes the others go together; null where none does. */
function oddOne(
	start: readonly Prior[],
	answers: readonly Answered[],
	agrees: readonly (readonly number[])[],
	none: number
): Answered | null {
	if (none < ODD || answers.length < 2) return null;
	const without = answers.map((_, i) => {
		const others = <T>(list: readonly T[]) => list.filter((__, k) => k !== i);
		return weighed(start, others(answers), others(agrees)).at(-1)!.p;
	});
	const least = Math.min(...without);
	return least < none / 2 ? answers[without.indexOf(least)] : null;
}

/** Where each cause stands among the hypotheses, by its id. */
function placesOf(hypotheses: readonly Hypothesis[]): Map<string, number[]> {
	const places = new Map<string, number[]>();
	hypotheses.forEach(({ causes }, i) => {
		for (const { id } of causes) {
			const own = places.get(id);
			if (own) own.push(i);
			else places.set(id, [i]);
		}
	});
	return places;
}

/** What is behind what shows. */
export function diagnose(scene: Scene): Diagnosis {
	const start = priors(scene);
	const { answers } = scene;
	const agrees = answers.map((a) => believedIn(start, a));
	const hypotheses = weighed(start, answers, agrees, scene.fits);
	const places = placesOf(hypotheses);
	const none = hypotheses.at(-1)!.p;
	// How well each answer agrees with all of them together.
	const together = agrees.map((of) => hypotheses.reduce((sum, h, i) => sum + h.p * of[i], 0));
	const causes = causesIn(scene.symptom)
		.map((cause): Weighed => {
			const own = places.get(cause.id) ?? [];
			const ownShare = own.reduce((sum, i) => sum + hypotheses[i].p, 0);
			const pull = answers.map((a, k) => {
				const ofOwn = own.reduce((sum, i) => sum + hypotheses[i].p * agrees[k][i], 0);
				const ofOthers = (together[k] - ofOwn) / Math.max(1e-9, 1 - ownShare);
				return Math.log(believedIn([{ causes: [cause] }], a)[0] / Math.max(1e-9, ofOthers));
			});
			const by = (sign: 1 | -1) =>
				answers
					.map((a, i) => ({ a, pull: sign * pull[i] }))
					.filter((x) => x.pull > MATTERS)
					.sort((x, y) => y.pull - x.pull)
					.map((x) => x.a);
			return {
				cause,
				before: own.reduce((sum, i) => sum + hypotheses[i].prior, 0),
				now: ownShare,
				for: by(1),
				against: by(-1),
				impossible: scene.impossible[cause.id] ?? null
			};
		})
		.filter(
			(w) =>
				w.now >= SHOWN ||
				(w.impossible !== null &&
					scene.symptom !== null &&
					causeOf(w.cause.id)!.odds[scene.symptom] !== undefined)
		)
		.sort((a, b) => b.now - a.now);
	const actions = [...actionShares(hypotheses)]
		.map(([action, p]) => ({ action, p }))
		.sort((a, b) => b.p - a.p);
	return {
		causes,
		none,
		two: hypotheses.reduce((sum, h) => sum + (h.causes.length === 2 ? h.p : 0), 0),
		burns: burnsOf(hypotheses),
		actions,
		hypotheses,
		odd: oddOne(start, answers, agrees, none)
	};
}
