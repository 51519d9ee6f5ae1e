/**
 * Draws that are brought near in steps (`scripts/follow/tempered.ts`), where what they must come
 * to is known in closed form.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { tempered, type Draw } from '../../scripts/follow/tempered';
import { normal, uniform } from '../../core/simulate/random';

const DRAWS = 400;
const prior = (z: Float64Array) => z.reduce((sum, v) => sum - (v * v) / 2, 0);

/** Independent standard normal numbers, `size` of them, brought to what is learned. */
function after(size: number, logLikelihood: (z: Float64Array) => number): Draw<null>[] {
	const even = uniform(3);
	const next = normal(even);
	const learn = (z: Float64Array) => ({ logLikelihood: logLikelihood(z), shows: null });
	const first = Array.from({ length: DRAWS }, () => {
		const z = Float64Array.from({ length: size }, () => next());
		return { z, logBase: prior(z), ...learn(z) };
	});
	return tempered(first, { logBase: prior, learn }, { steps: 40, even, normal: next });
}
const moments = (values: number[]) => {
	const mean = values.reduce((a, b) => a + b, 0) / values.length;
	return { mean, sigma: Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length) };
};

test('a sharp and a blunt figure in twenty directions: the conjugate normal, and what nothing was learned of as before', () => {
	const [sharp, blunt] = [0.02, 0.5];
	const along = (z: Float64Array) => (z[0] + z[1]) / Math.SQRT2;
	const draws = after(20, (z) => -(((along(z) - 1.5) / sharp) ** 2) / 2 - ((z[2] + 1) / blunt) ** 2 / 2);
	assert.equal(draws.length, DRAWS);
	// Mean y/(1 + σ²) and variance σ²/(1 + σ²) of a unit prior.
	const on = moments(draws.map((d) => along(d.z)));
	assert.ok(Math.abs(on.mean - 1.5 / (1 + sharp ** 2)) < 0.004, `${on.mean}`);
	assert.ok(Math.abs(on.sigma / (sharp / Math.sqrt(1 + sharp ** 2)) - 1) < 0.15, `${on.sigma}`);
	const third = moments(draws.map((d) => d.z[2]));
	assert.ok(Math.abs(third.mean + 1 / (1 + blunt ** 2)) < 0.1, `${third.mean}`);
	assert.ok(Math.abs(third.sigma / (blunt / Math.sqrt(1 + blunt ** 2)) - 1) < 0.15, `${third.sigma}`);
	const across = moments(draws.map((d) => (d.z[0] - d.z[1]) / Math.SQRT2));
	assert.ok(Math.abs(across.mean) < 0.2 && Math.abs(across.sigma - 1) < 0.15, `${across.sigma}`);
	const none = moments(draws.flatMap((d) => [...d.z.slice(3)]));
	assert.ok(Math.abs(none.mean) < 0.05 && Math.abs(none.sigma - 1) < 0.05, `${none.mean} ${none.sigma}`);
});

test('where two answers fit as well, both are kept', () => {
	const draws = after(3, (z) => -(((Math.abs(z[0]) - 1.5) / 0.05) ** 2) / 2);
	const right = draws.filter((d) => d.z[0] > 0).length / DRAWS;
	assert.ok(right > 0.35 && right < 0.65, `${right}`);
	const off = moments(draws.map((d) => Math.abs(d.z[0])));
	assert.ok(Math.abs(off.mean - 1.5) < 0.02 && off.sigma < 0.07, `${off.mean} ${off.sigma}`);
});

test('what cannot be is never walked into', () => {
	const even = uniform(8);
	const next = normal(even);
	const learn = (z: Float64Array) => (z[0] < 0 ? null : { logLikelihood: -2 * z[0], shows: null });
	const first = Array.from({ length: DRAWS }, () => {
		const z = Float64Array.of(Math.abs(next()), next());
		return { z, logBase: prior(z), ...learn(z)! };
	});
	const draws = tempered(first, { logBase: prior, learn }, { steps: 40, even, normal: next });
	assert.ok(draws.every((d) => d.z[0] >= 0));
	// A normal cut at nought and tilted by −2: mean −2 + φ(2)/(1 − Φ(2)) = −2 + 0.05399/0.02275.
	const { mean } = moments(draws.map((d) => d.z[0]));
	assert.ok(Math.abs(mean - 0.3732) < 0.05, `${mean}`);
});
