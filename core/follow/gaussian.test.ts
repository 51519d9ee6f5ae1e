/** Densities against closed forms, and points against the moments that they are drawn by. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { normal, uniform } from '../simulate/random';
import { fitted, logDensity, pointOf, standard } from './gaussian';

const near = (a: number, b: number, by = 1e-9) => assert.ok(Math.abs(a - b) < by, `${a} is not ${b}`);

test('independent standard numbers: each has the density of its own', () => {
	const own = (x: number) => -(x * x) / 2 - Math.log(2 * Math.PI) / 2;
	near(logDensity(standard(3), Float64Array.of(0.5, -1, 2)), own(0.5) + own(-1) + own(2));
});

test('of one number: mean and variance of the points, widened; the density of that bell', () => {
	// Mean 2, variance 0.25·1 + 0.25·1 = 0.5; widened by 1.5 and 0.1² more: 0.76.
	const g = fitted(
		[1, 2, 3].map((x) => Float64Array.of(x)),
		Float64Array.of(0.25, 0.5, 0.25),
		1.5,
		0.1
	);
	near(g.mean[0], 2);
	near(g.lower[0][0], Math.sqrt(0.76));
	near(logDensity(g, Float64Array.of(3)), -1 / (2 * 0.76) - Math.log(2 * Math.PI * 0.76) / 2);
});

test('of two that go together: the closed form with their correlation', () => {
	// Four points, each a quarter.
	const points = [
		[2, 1],
		[-2, -1],
		[1, -1],
		[-1, 1]
	].map((p) => Float64Array.from(p));
	const g = fitted(points, new Float64Array(4).fill(0.25), 1, 0);
	// var x = (4+4+1+1)/4 = 2.5, var y = 1, cov = (2+2−1−1)/4 = 0.5.
	const [xx, yy, xy] = [2.5, 1, 0.5];
	const det = xx * yy - xy * xy;
	const [x, y] = [0.7, -0.4];
	const square = (yy * x * x - 2 * xy * x * y + xx * y * y) / det;
	near(logDensity(g, Float64Array.of(x, y)), -square / 2 - Math.log(2 * Math.PI) - Math.log(det) / 2);
});

test('what stands still in a direction keeps some width there', () => {
	const g = fitted([Float64Array.of(1, 5), Float64Array.of(3, 5)], Float64Array.of(0.5, 0.5), 1, 0.05);
	near(g.lower[1][1], 0.05);
});

test('points have the moments that they are drawn by', () => {
	const g = fitted(
		[
			[2, 1],
			[-2, -1],
			[1, -1],
			[-1, 1]
		].map((p) => Float64Array.from([p[0] + 4, p[1]])),
		new Float64Array(4).fill(0.25),
		1,
		0
	);
	const next = normal(uniform(3));
	const n = 20000;
	const sums = [0, 0, 0, 0, 0];
	for (let k = 0; k < n; k++) {
		const [x, y] = pointOf(g, next);
		[x, y, (x - 4) ** 2, y * y, (x - 4) * y].forEach((v, i) => (sums[i] += v / n));
	}
	[4, 0, 2.5, 1, 0.5].forEach((v, i) => near(sums[i], v, 0.06));
});
