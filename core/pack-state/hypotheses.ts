/**
 * Beliefs about a pack's charge that each hold some pieces of evidence to be wrong
 * (multiple-hypothesis tracking, after Reid 1979, IEEE Trans. Automatic Control 24, 843-854, from
 * memory). A piece is right with a probability of its own and otherwise says nothing, so that one
 * wrong piece cannot own the estimate, and how likely each is to be wrong is read off the weights.
 */
import { SOC_POINTS, unknownSoc, type SocDistribution } from './soc-grid';

export interface ChargeHypothesis {
	/** Its probability; those of all hypotheses add up to 1. */
	weight: number;
	soc: SocDistribution;
	/** The pieces of evidence that it holds to be wrong, by their ids. */
	wrong: readonly string[];
}
export type Belief = readonly ChargeHypothesis[];

/** Hypotheses kept at most, and the least weight of one. */
const MOST_KEPT = 8;
const LEAST_WEIGHT = 1e-3;

export const unknownBelief = (): Belief => [{ weight: 1, soc: unknownSoc(), wrong: [] }];

/**
 * The most probable hypotheses, their weights scaled to 1; those with the same wrong pieces are
 * one.
 */
function pruned(all: readonly ChargeHypothesis[]): Belief {
	const byWrong = new Map<string, ChargeHypothesis[]>();
	for (const h of all) {
		const key = h.wrong.join(' ');
		byWrong.set(key, [...(byWrong.get(key) ?? []), h]);
	}
	const merged = [...byWrong.values()].map((same): ChargeHypothesis => {
		if (same.length === 1) return same[0];
		const weight = same.reduce((sum, h) => sum + h.weight, 0);
		const soc = new Float64Array(SOC_POINTS);
		for (const h of same) {
			const share = h.weight / weight;
			for (let i = 0; i < soc.length; i++) soc[i] += share * h.soc[i];
		}
		return { weight, soc, wrong: same[0].wrong };
	});
	const most = Math.max(...merged.map((h) => h.weight));
	const kept = merged
		.filter((h) => h.weight >= LEAST_WEIGHT * most)
		.sort((a, b) => b.weight - a.weight)
		.slice(0, MOST_KEPT);
	const sum = kept.reduce((s, h) => s + h.weight, 0);
	return kept.map((h) => ({ ...h, weight: h.weight / sum }));
}

/** Every hypothesis moved by the same change of the charge. */
export const predicted = (belief: Belief, change: (soc: SocDistribution) => SocDistribution): Belief =>
	belief.map((h) => ({ ...h, soc: change(h.soc) }));

/**
 * What may have happened unseen: with `probability`, `change` took place; `piece` names what that
 * makes wrong, if anything.
 */
export interface Possibility {
	probability: number;
	change: (soc: SocDistribution) => SocDistribution;
	piece: string | null;
}

/** The belief after one of the `possibilities` may have happened, or none of them. */
export function perhaps(belief: Belief, possibilities: readonly Possibility[]): Belief {
	const none = 1 - possibilities.reduce((sum, p) => sum + p.probability, 0);
	return pruned([
		...belief.map((h) => ({ ...h, weight: h.weight * none })),
		...possibilities.flatMap(({ probability, change, piece }) =>
			belief.map((h) => ({
				weight: h.weight * probability,
				soc: change(h.soc),
				wrong: piece === null ? h.wrong : [...h.wrong, piece]
			}))
		)
	]);
}

/** A piece of evidence about the charge. */
export interface Evidence {
	/** Names the piece among all of a pack. */
	id: string;
	/** Density of what was observed at each grid point of the charge. */
	likelihood: SocDistribution;
	/** Density of the same observation where it says nothing of the charge, in the same units. */
	otherwise: number;
	/** Probability that it is right. */
	right: number;
	/** Exponent below 1 where it shares its error with other pieces that are counted as well. */
	exponent?: number;
}

/** The belief after `evidence`: Bayes' rule, once with the piece right and once with it wrong. */
export function updated(belief: Belief, evidence: Evidence): Belief {
	const { id, likelihood, otherwise, right, exponent = 1 } = evidence;
	const told = exponent === 1 ? likelihood : likelihood.map((l) => l ** exponent);
	const untold = otherwise ** exponent;
	return pruned(
		belief.flatMap((h): ChargeHypothesis[] => {
			const soc = new Float64Array(told.length);
			let agreed = 0;
			for (let i = 0; i < soc.length; i++) {
				soc[i] = h.soc[i] * told[i];
				agreed += soc[i];
			}
			for (let i = 0; i < soc.length; i++) soc[i] /= agreed;
			const asRight: ChargeHypothesis[] =
				agreed > 0 ? [{ weight: h.weight * right * agreed, soc, wrong: h.wrong }] : [];
			const asWrong = { ...h, weight: h.weight * (1 - right) * untold, wrong: [...h.wrong, id] };
			return right < 1 ? [...asRight, asWrong] : asRight.length ? asRight : [asWrong];
		})
	);
}

/**
 * Forgets which of the pieces that `keep` does not name were wrong: nothing depends on them any
 * more.
 */
export const forgotten = (belief: Belief, keep: ReadonlySet<string>): Belief =>
	pruned(belief.map((h) => ({ ...h, wrong: h.wrong.filter((id) => keep.has(id)) })));

/** The charge by all hypotheses together. */
export function marginal(belief: Belief): SocDistribution {
	if (belief.length === 1) return belief[0].soc;
	const out = new Float64Array(SOC_POINTS);
	for (const h of belief) for (let i = 0; i < out.length; i++) out[i] += h.weight * h.soc[i];
	return out;
}

/** The most probable hypothesis: what is believed where pieces of evidence disagree. */
export const mostProbable = (belief: Belief): ChargeHypothesis =>
	belief.reduce((best, h) => (h.weight > best.weight ? h : best));

/** Probability that the piece of evidence `id` is wrong. */
export const probabilityWrong = (belief: Belief, id: string): number =>
	belief.reduce((sum, h) => sum + (h.wrong.includes(id) ? h.weight : 0), 0);
