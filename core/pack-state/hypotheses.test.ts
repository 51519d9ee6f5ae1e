/** Closed forms of the grid and of hypotheses that hold pieces of evidence to be wrong. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { perhaps, probabilityWrong, marginal, mostProbable, unknownBelief, updated } from './hypotheses';
import {
	addAt,
	drawnDown,
	filledUp,
	meanOf,
	moved,
	probabilityWithin,
	quantileOf,
	sigmaOf,
	SOC_AT,
	SOC_POINTS,
	total,
	unknownSoc,
	widened
} from './soc-grid';

const near = (value: number, expected: number, by: number, what = ''): void =>
	assert.ok(Math.abs(value - expected) <= by, `${what} ${value} is not ${expected} ± ${by}`);
const at = (soc: number) => {
	const p = new Float64Array(SOC_POINTS);
	addAt(p, soc, 1);
	return p;
};
const gaussian = (mean: number, sigma: number) =>
	SOC_AT.map((s) => Math.exp(-0.5 * ((s - mean) / sigma) ** 2) / (sigma * Math.sqrt(2 * Math.PI)));

test('a point moved and widened is a normal distribution there', () => {
	const p = widened(
		moved(at(0.3), (s) => s + 0.2),
		0.05
	);
	near(total(p), 1, 1e-12);
	near(meanOf(p), 0.5, 1e-9);
	near(sigmaOf(p), 0.05, 0.0006);
	near(quantileOf(p, 0.95), 0.5 + 1.645 * 0.05, 0.002);
	near(probabilityWithin(p, 0.45, 0.55), 0.6827, 0.04);
});

test('an unknown draw from a known charge is uniform below it: mean one half, nothing above; filling up is its mirror', () => {
	const down = drawnDown(at(0.8));
	near(total(down), 1, 1e-12);
	near(meanOf(down), 0.4, 0.003);
	near(sigmaOf(down), 0.8 / Math.sqrt(12), 0.004);
	near(probabilityWithin(down, 0.81, 1.1), 0, 1e-12);
	const up = filledUp(at(0.6));
	near(meanOf(up), 0.8, 0.003);
	near(probabilityWithin(up, -0.1, 0.59), 0, 1e-12);
});

test('a uniform prior and one normal reading are a truncated normal', () => {
	const one = updated(unknownBelief(), { id: 'v', likelihood: gaussian(0.5, 0.04), otherwise: 1, right: 1 });
	near(meanOf(marginal(one)), 0.5, 0.002);
	near(sigmaOf(marginal(one)), 0.04, 0.001);
});

test('a piece that everything else speaks against is more probably wrong than right, by Bayes', () => {
	// Known at 0.9 ± 0.02; a reading says 0.4 ± 0.02 and is right in 99 of 100.
	const known = updated(unknownBelief(), {
		id: 'k',
		likelihood: gaussian(0.9, 0.02),
		otherwise: 1,
		right: 1
	});
	const contradicted = updated(known, {
		id: 'v',
		likelihood: gaussian(0.4, 0.02),
		otherwise: 1,
		right: 0.99
	});
	assert.ok(probabilityWrong(contradicted, 'v') > 0.999);
	near(meanOf(marginal(contradicted)), 0.9, 0.005);
	const agreeing = updated(known, { id: 'v', likelihood: gaussian(0.9, 0.02), otherwise: 1, right: 0.9 });
	// 0.1 × 1 against 0.9 × the density of two normals of 0.02 that agree, 1 / (0.02 × 2 √π).
	const agreed = 1 / (2 * 0.02 * Math.sqrt(Math.PI));
	near(probabilityWrong(agreeing, 'v'), 0.1 / (0.1 + 0.9 * agreed), 2e-4);
});

test('what may have happened unseen is a mixture, and names what it makes wrong', () => {
	const known = updated(unknownBelief(), {
		id: 'k',
		likelihood: gaussian(0.8, 0.02),
		otherwise: 1,
		right: 1
	});
	const belief = perhaps(known, [{ probability: 0.25, change: drawnDown, piece: 'said' }]);
	near(probabilityWrong(belief, 'said'), 0.25, 1e-9);
	near(meanOf(marginal(belief)), 0.75 * 0.8 + 0.25 * 0.4, 0.004);
	near(meanOf(mostProbable(belief).soc), 0.8, 0.003);
	near(total(unknownSoc()), 1, 1e-12);
});
