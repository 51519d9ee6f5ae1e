/**
 * The one look that tells most for least effort and risk: first a glance for danger, nothing that
 * passes current before danger is excluded.
 */
import type { ActionId, Cause } from './cause';
import { CLUE_IDS, clueOf, type Clue, type ClueId } from './clue';
import { actionOf, BELIEVED, type Answered, type Diagnosis, type Hypothesis, type Scene } from './infer';
import { BURNS_AT_MOST, mayGoOn, NO_FROM } from './may-go-on';
import { answersAt } from './answer-shares';
import { symptomOf, type SymptomId } from './symptom';

export interface NextTest {
	clue: ClueId;
	/** Answers with how likely each is. */
	answers: readonly { answer: string; p: number }[];
	/** What each of the likeliest causes would read, and what it would be worth then. */
	reads: readonly { causeId: string; answer: string; now: number; then: number }[];
	/** The second best; null where there is none. */
	otherwise: ClueId | null;
}

/* All common practice, no source. */
/** A glance is asked for first wherever this much can burn. */
const GLANCE_FROM = 0.002;
/** One action this sure needs no more looks. */
const SURE = 0.9;
/**
 * What ends a pack is not said by the program's own figures: somebody has looked, and it spoke
 * for it.
 */
const FOR_GOOD: readonly ActionId[] = ['retire'];
const SURE_FOR_GOOD = 0.97;
/** A test that tells less than this is not worth anybody's time, bit. */
const WORTH = 0.08;
/** What it is worth that a look may be the last one, bit. */
const DECIDES = 0.6;
/** Unless it is this likely to be the last one, where little that burns is left. */
const MAY_DECIDE = 0.3;
const LITTLE_LEFT = 0.1;
/** What it costs besides minutes: reaching for a meter, changing plugs. */
const STAGE_COST: Record<Clue['stage'], number> = {
	danger: 0.3,
	known: 0.5,
	page: 0.6,
	hands: 0.8,
	meter: 1.4,
	swap: 2,
	long: 3
};
/** Doubt about whether it burns weighs so much beside doubt about what to do. */
const BURN_WEIGHT = 1.5;
const SHOWN = 4;

const bits = (p: number): number => (p <= 0 ? 0 : -p * Math.log2(p));

/** What stands open, laid out once: share, action and danger of every hypothesis. */
class Open {
	private readonly p: Float64Array;
	private readonly action: Int32Array;
	private readonly burns: Uint8Array;
	private readonly actions: number;

	constructor(private readonly hypotheses: readonly Hypothesis[]) {
		const ids = [...new Set(hypotheses.map((h) => actionOf(h.causes)))];
		this.actions = ids.length;
		this.p = Float64Array.from(hypotheses, (h) => h.p);
		this.action = Int32Array.from(hypotheses, (h) => ids.indexOf(actionOf(h.causes)));
		this.burns = Uint8Array.from(hypotheses, (h) => Number(h.causes.some((c) => c.burns)));
	}

	/** Shares of the actions and of what burns, where the hypotheses weigh `weights` of sum `sum`. */
	private shares(weights: Float64Array, sum: number): { actions: Float64Array; burning: number } {
		const actions = new Float64Array(this.actions);
		let burning = 0;
		for (let i = 0; i < weights.length; i++) {
			const share = weights[i] / sum;
			actions[this.action[i]] += share;
			if (this.burns[i]) burning += share;
		}
		return { actions, burning };
	}

	/** What is not known of what to do, and of whether it burns, bit. */
	private doubt({ actions, burning }: ReturnType<Open['shares']>): number {
		return actions.reduce((s, p) => s + bits(p), 0) + BURN_WEIGHT * (bits(burning) + bits(1 - burning));
	}

	/** Whether these shares say what is done and whether it may go on. */
	private decides({ actions, burning }: ReturnType<Open['shares']>): boolean {
		return (burning <= BURNS_AT_MOST || burning >= NO_FROM) && Math.max(...actions) >= SURE;
	}

	/**
	 * Shares of the answers to a clue, how much it is expected to clear up, bit, and how likely it
	 * decides the matter.
	 */
	asked(clue: ClueId): { answers: { answer: string; p: number }[]; gain: number; decides: number } {
		const usual: Record<string, number> = clueOf(clue).usual;
		const shares = answersAt(clue);
		const belief = BELIEVED.sure;
		let after = 0;
		let decides = 0;
		const weights = new Float64Array(this.p.length);
		const answers = Object.keys(usual).map((answer) => {
			const doubt = (1 - belief) * usual[answer];
			let sum = 0;
			for (let i = 0; i < weights.length; i++) {
				const told = shares.together(this.hypotheses[i].causes, answer);
				weights[i] = this.p[i] * (belief * told + doubt);
				sum += weights[i];
			}
			if (sum > 1e-4) {
				const shares = this.shares(weights, sum);
				after += sum * this.doubt(shares);
				if (this.decides(shares)) decides += sum;
			}
			return { answer, p: sum };
		});
		return { answers, gain: this.doubt(this.shares(this.p, 1)) - after, decides };
	}

	/** Share of a cause once this answer is heard. */
	then(clue: ClueId, answer: string, cause: Cause): number {
		let sum = 0;
		let own = 0;
		const usual: Record<string, number> = clueOf(clue).usual;
		const shares = answersAt(clue);
		const belief = BELIEVED.sure;
		this.hypotheses.forEach(({ causes, p }) => {
			const w = p * (belief * shares.together(causes, answer) + (1 - belief) * usual[answer]);
			sum += w;
			if (causes.includes(cause)) own += w;
		});
		return sum > 0 ? own / sum : 0;
	}
}

/** One action is as good as certain. */
function oneAction({ actions, causes }: Diagnosis): boolean {
	const top = actions[0];
	if (!top || top.p < SURE) return false;
	if (!FOR_GOOD.includes(top.action)) return true;
	const first = causes.find((w) => w.cause.action === top.action);
	return top.p >= SURE_FOR_GOOD && (first?.for.some((a) => a.from === 'person') ?? false);
}

/** Whether asking more could change what is done. */
function settled(diagnosis: Diagnosis, answers: readonly Answered[]): boolean {
	const { may, first } = mayGoOn(diagnosis, answers);
	if (may === 'never') return true;
	if (!oneAction(diagnosis)) return false;
	return may !== 'not yet' || (first !== null && diagnosis.actions[0].action === first);
}

/** What a glance finds as good as always. */
const SOUND: Answered = {
	clue: 'eye',
	answer: 'sound, nothing smells',
	sure: 'sure',
	from: 'person',
	detail: ''
};

/** Whether a look has an answer where this shows. */
const asksOf = ({ phases, notOf }: Clue, symptom: SymptomId): boolean =>
	!notOf?.includes(symptom) && (phases?.includes(symptomOf(symptom).phase) ?? true);

/**
 * The next look; null where one action is best whatever it is, or nothing that can be asked tells
 * more.
 */
export function nextTest(
	scene: Scene,
	diagnosis: Diagnosis,
	skipped: readonly ClueId[] = []
): NextTest | null {
	const { answers, family, symptom } = scene;
	const unasked = (id: ClueId) => !answers.some((a) => a.clue === id) && !skipped.includes(id);
	// A glance costs nothing and may end it: it comes first wherever anything can burn, and where
	// nothing else is missing.
	const glance = unasked('eye') && (diagnosis.burns > GLANCE_FROM || settled(diagnosis, [...answers, SOUND]));
	if (settled(diagnosis, answers) && !glance) return null;
	const able = CLUE_IDS.filter((id) => {
		const clue = clueOf(id);
		if (!unasked(id) || (clue.families && !clue.families.includes(family))) return false;
		if (symptom !== null && !asksOf(clue, symptom)) return false;
		return !(clue.passesCurrent && diagnosis.burns > BURNS_AT_MOST);
	});
	const nearlyClear = diagnosis.burns > BURNS_AT_MOST && diagnosis.burns < LITTLE_LEFT;
	const open = new Open(diagnosis.hypotheses);
	const ranked = able
		.map((clue) => {
			const { minutes, stage } = clueOf(clue);
			const { gain, decides } = open.asked(clue);
			const worth = gain + DECIDES * decides;
			return { clue, gain, decides, score: worth / (STAGE_COST[stage] + Math.log2(1 + minutes)) };
		})
		.filter((x) => x.gain >= WORTH || (nearlyClear && x.decides >= MAY_DECIDE))
		.sort((a, b) => b.score - a.score);
	const clue = glance ? 'eye' : (ranked[0]?.clue ?? (able.includes('eye') ? 'eye' : null));
	if (clue === null) return null;
	const reads = diagnosis.causes
		.filter((w) => w.impossible === null)
		.slice(0, SHOWN)
		.map(({ cause, now }) => {
			const shares = answersAt(clue);
			const answer = Object.keys(clueOf(clue).usual).reduce((best, a) =>
				shares.by(cause, a) > shares.by(cause, best) ? a : best
			);
			return { causeId: cause.id, answer, now, then: open.then(clue, answer, cause) };
		});
	return {
		clue,
		answers: open.asked(clue).answers,
		reads,
		otherwise: ranked.find((x) => x.clue !== clue)?.clue ?? null
	};
}
