/**
 * From what shows and what was answered to odds of causes: Bayes over single causes, over two at once where both can be behind
 * it, and over none of these. Answers of a person may be wrong, and answers that tell the same thing another way count for less together.
 */
import type { Fit } from './by-course';
import type { ActionId, Cause } from './cause';
import { clueOf, type ClueId } from './clue';
import { causesIn, causeOf } from './causes';
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
	/** How the course that was seen fits causes, as factors of their likelihood; absent or empty where none was seen. */
	fits?: Readonly<Record<string, Fit>>;
	/** How many times each cause was confirmed before for this pack, lead or charger. */
	confirmed: Readonly<Record<string, number>>;
}

/** One cause or two at once, or none that is known. */
export interface Hypothesis {
	causes: readonly Cause[];
	prior: number;
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
/** A cause that was confirmed for this very pack, lead or charger is so many times likelier, each time; three times at most. */
const CONFIRMED = 1.8;
const CONFIRMED_MOST = 3;
/** An answer speaks for or against a cause from this pull on, in natural-logarithm units. */
const MATTERS = 0.4;
/** What hardly matters is not shown. */
const SHOWN = 0.004;
/** None of these, above this: something does not go together. */
const ODD = 0.35;
/** A likelihood never says less than this: nobody has seen everything. */
const LEAST = 1e-4;

const shareOf = (usual: Record<string, number>, answer: string): number => usual[answer] ?? LEAST;

/** Shares of every answer to a clue where this cause is there; those that it states nothing of keep their usual ones of what is left. */
function sharesOf(cause: Cause, clue: ClueId): Record<string, number> {
	const usual: Record<string, number> = clueOf(clue).usual;
	const stated = cause.shows[clue] as Record<string, number> | undefined;
	if (!stated) return usual;
	const left = Math.max(0, 1 - Object.values(stated).reduce((a, b) => a + b, 0));
	const others = Object.entries(usual).filter(([a]) => stated[a] === undefined);
	const sum = others.reduce((s, [, p]) => s + p, 0);
	return Object.fromEntries(
		Object.entries(usual).map(([a, p]) => [
			a,
			Math.max(LEAST, stated[a] ?? (sum > 0 ? (left * p) / sum : LEAST))
		])
	);
}
// The tables never change: each is worked out once.
const tables = new Map<Cause, Map<ClueId, Record<string, number>>>();

/** How likely `answer` is where this cause is there. */
export function likelihood(cause: Cause, clue: ClueId, answer: string): number {
	let ofCause = tables.get(cause);
	if (!ofCause) tables.set(cause, (ofCause = new Map()));
	let shares = ofCause.get(clue);
	if (!shares) ofCause.set(clue, (shares = sharesOf(cause, clue)));
	return shares[answer] ?? LEAST;
}

/** The answer that nothing out of order gives. */
const ordinary = (clue: ClueId): string => {
	const usual: Record<string, number> = clueOf(clue).usual;
	return Object.keys(usual).reduce((best, a) => (usual[a] > usual[best] ? a : best));
};
const ordinaryOf = new Map<ClueId, string>();

/**
 * Of two at once the one that states something of a clue is heard. Where both do, either may show: what is ordinary shows only where
 * neither disturbs it, and the rest is shared between what each of them would show instead.
 */
export function ofHypothesis(causes: readonly Cause[], clue: ClueId, answer: string): number {
	const [one, other] = causes;
	if (one === undefined) return shareOf(clueOf(clue).usual, answer);
	if (other === undefined || other.shows[clue] === undefined) return likelihood(one, clue, answer);
	const p = likelihood(other, clue, answer);
	if (one.shows[clue] === undefined) return p;
	let sound = ordinaryOf.get(clue);
	if (!sound) ordinaryOf.set(clue, (sound = ordinary(clue)));
	const [a, b] = [likelihood(one, clue, sound), likelihood(other, clue, sound)];
	const least = Math.min(a, b);
	if (answer === sound) return least;
	const mean = (likelihood(one, clue, answer) + p) / 2;
	return mean * ((1 - least) / Math.max(LEAST, 1 - (a + b) / 2));
}

/** The same with the doubt that is in every answer. */
function believed(causes: readonly Cause[], { clue, answer, sure, from }: Answered): number {
	const share = from === 'known' ? KNOWN_BELIEVED : BELIEVED[sure];
	return share * ofHypothesis(causes, clue, answer) + (1 - share) * shareOf(clueOf(clue).usual, answer);
}

/** How much each answer counts: of those of kin the one that tells most counts whole, the next half, then a third. */
function counts(answers: readonly Answered[], told: readonly number[]): number[] {
	const kin = answers.map((a) => clueOf(a.clue).kin ?? a.clue);
	return kin.map((k, i) => {
		const before = kin.filter(
			(other, j) => other === k && (told[j] > told[i] || (told[j] === told[i] && j < i))
		);
		return 1 / (1 + before.length);
	});
}

/** How far apart an answer sets what it could be, as the standard deviation of its logarithm over the odds before it. */
function tells(hypotheses: readonly Hypothesis[], logs: readonly number[]): number {
	const mean = hypotheses.reduce((sum, h, i) => sum + h.prior * logs[i], 0);
	return Math.sqrt(hypotheses.reduce((sum, h, i) => sum + h.prior * (logs[i] - mean) ** 2, 0));
}

const fits = (cause: Cause, { family, impossible }: Scene): boolean =>
	(cause.families === undefined || cause.families.includes(family)) && impossible[cause.id] === undefined;

/** Odds of every hypothesis before any answer, of sum one. */
function priors(scene: Scene): Hypothesis[] {
	const { symptom, confirmed } = scene;
	const weightOf = (c: Cause): number => {
		const listed = symptom === null ? Object.values(c.odds).reduce((a, b) => a + b, 0) / 10 : c.odds[symptom];
		return (listed ?? UNLISTED) * CONFIRMED ** Math.min(CONFIRMED_MOST, confirmed[c.id] ?? 0);
	};
	const able = causesIn(symptom).filter((c) => fits(c, scene));
	const sum = able.reduce((s, c) => s + weightOf(c), 0);
	const share = (c: Cause) => weightOf(c) / sum;
	const listed = able.filter((c) => symptom === null || c.odds[symptom] !== undefined);
	const pairs = listed.flatMap((a, i) => listed.slice(i + 1).map((b) => [a, b] as const));
	const pairSum = pairs.reduce((s, [a, b]) => s + share(a) * share(b), 0);
	const two = pairs.length ? TWO_AT_ONCE : 0;
	return [
		...able.map((c): Hypothesis => ({ causes: [c], prior: (1 - NONE - two) * share(c), p: 0 })),
		...pairs.map(([a, b]): Hypothesis => ({
			causes: share(a) >= share(b) ? [a, b] : [b, a],
			prior: (two * share(a) * share(b)) / pairSum,
			p: 0
		})),
		{ causes: [], prior: NONE, p: 0 }
	];
}

/** What the course says of a hypothesis: of two at once, the one that fits better. */
const courseOf = (causes: readonly Cause[], fits: Scene['fits']): number =>
	causes.length === 0 ? 1 : Math.max(...causes.map((c) => fits?.[c.id]?.factor ?? 1));

function weighed(
	hypotheses: readonly Hypothesis[],
	answers: readonly Answered[],
	fits?: Scene['fits']
): Hypothesis[] {
	const each = answers.map((a) => hypotheses.map((h) => Math.log(believed(h.causes, a))));
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
function oddOne(start: readonly Hypothesis[], answers: readonly Answered[], none: number): Answered | null {
	if (none < ODD || answers.length < 2) return null;
	const without = answers.map(
		(_, i) =>
			weighed(
				start,
				answers.filter((__, k) => k !== i)
			).at(-1)!.p
	);
	const least = Math.min(...without);
	return least < none / 2 ? answers[without.indexOf(least)] : null;
}

/** What is behind what shows. */
export function diagnose(scene: Scene): Diagnosis {
	const start = priors(scene);
	const { answers } = scene;
	const hypotheses = weighed(start, answers, scene.fits);
	const share = (of: (h: Hypothesis) => number, id: string) =>
		hypotheses.reduce((sum, h) => sum + (h.causes.some((c) => c.id === id) ? of(h) : 0), 0);
	const none = hypotheses.at(-1)!.p;
	// How well each hypothesis agrees with each answer, and all of them together.
	const agrees = hypotheses.map((h) => answers.map((a) => believed(h.causes, a)));
	const together = answers.map((_, k) => hypotheses.reduce((sum, h, i) => sum + h.p * agrees[i][k], 0));
	const causes = causesIn(scene.symptom)
		.map((cause): Weighed => {
			const own = hypotheses.flatMap((h, i) => (h.causes.includes(cause) ? [i] : []));
			const ownShare = own.reduce((sum, i) => sum + hypotheses[i].p, 0);
			const pull = answers.map((a, k) => {
				const ofOwn = own.reduce((sum, i) => sum + hypotheses[i].p * agrees[i][k], 0);
				const ofOthers = (together[k] - ofOwn) / Math.max(1e-9, 1 - ownShare);
				return Math.log(believed([cause], a) / Math.max(1e-9, ofOthers));
			});
			const by = (sign: 1 | -1) =>
				answers
					.map((a, i) => ({ a, pull: sign * pull[i] }))
					.filter((x) => x.pull > MATTERS)
					.sort((x, y) => y.pull - x.pull)
					.map((x) => x.a);
			return {
				cause,
				before: share((h) => h.prior, cause.id),
				now: share((h) => h.p, cause.id),
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
		odd: oddOne(start, answers, none)
	};
}
