/**
 * How often each answer to a clue is given where a cause, or two at once, are there. The tables
 * never change: each is worked out once.
 */
import type { Cause } from './cause';
import { clueOf, type ClueId } from './clue';

/**
 * A likelihood never says less than this: nobody has seen everything. Common practice, no source.
 */
export const LEAST = 1e-4;

type Shares = Readonly<Record<string, number>>;

/**
 * What one cause says of a clue: whether it states anything of it, and the shares of all answers,
 * of sum about one.
 */
interface Said {
	stated: boolean;
	shares: Shares;
}

/** One clue: what each cause makes of it. */
export class AnswerShares {
	private readonly usual: Shares;
	/** The answer that nothing out of order gives. */
	private readonly sound: string;
	private readonly said = new Map<Cause, Said>();

	constructor(private readonly clue: ClueId) {
		const usual: Shares = clueOf(clue).usual;
		this.usual = usual;
		this.sound = Object.keys(usual).reduce((best, a) => (usual[a] > usual[best] ? a : best));
	}

	/**
	 * Shares of every answer; those that the cause states nothing of keep their usual ones of what
	 * is left.
	 */
	private sharesOf(stated: Shares): Shares {
		const left = Math.max(0, 1 - Object.values(stated).reduce((a, b) => a + b, 0));
		const others = Object.entries(this.usual).filter(([a]) => stated[a] === undefined);
		const sum = others.reduce((s, [, p]) => s + p, 0);
		return Object.fromEntries(
			Object.entries(this.usual).map(([a, p]) => [
				a,
				Math.max(LEAST, stated[a] ?? (sum > 0 ? (left * p) / sum : LEAST))
			])
		);
	}

	private saidBy(cause: Cause): Said {
		let said = this.said.get(cause);
		if (!said) {
			const stated = cause.shows[this.clue] as Shares | undefined;
			said = stated ? { stated: true, shares: this.sharesOf(stated) } : { stated: false, shares: this.usual };
			this.said.set(cause, said);
		}
		return said;
	}

	/** Share of an answer where nothing is known to be wrong. */
	usually(answer: string): number {
		return this.usual[answer] ?? LEAST;
	}

	/** Share of an answer where this cause is there. */
	by(cause: Cause, answer: string): number {
		return this.saidBy(cause).shares[answer] ?? LEAST;
	}

	/**
	 * Share of an answer where these causes are there, none to two. Of two at once the one that
	 * states something of a clue is heard. Where both do, either may show: what is ordinary shows
	 * only where neither disturbs it, and the rest is shared between what each of them would show
	 * instead.
	 */
	together(causes: readonly Cause[], answer: string): number {
		const [one, other] = causes;
		if (one === undefined) return this.usually(answer);
		const first = this.saidBy(one);
		if (other === undefined) return first.shares[answer] ?? LEAST;
		const second = this.saidBy(other);
		if (!second.stated) return first.shares[answer] ?? LEAST;
		const p = second.shares[answer] ?? LEAST;
		if (!first.stated) return p;
		const [a, b] = [first.shares[this.sound], second.shares[this.sound]];
		const least = Math.min(a, b);
		if (answer === this.sound) return least;
		const mean = ((first.shares[answer] ?? LEAST) + p) / 2;
		return mean * ((1 - least) / Math.max(LEAST, 1 - (a + b) / 2));
	}
}

const clues = new Map<ClueId, AnswerShares>();

/** How often the answers to a clue are given. */
export function answersAt(clue: ClueId): AnswerShares {
	let shares = clues.get(clue);
	if (!shares) clues.set(clue, (shares = new AnswerShares(clue)));
	return shares;
}
