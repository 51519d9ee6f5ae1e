import assert from 'node:assert/strict';
import { test } from 'node:test';
import { logBell, logBellOver, partOfStep } from './bell-steps';
import { ReadAlong } from './read-along';

/** By the trapezoid rule in ten thousand parts. */
function mean(one: number, other: number, sigma: number): number {
	const parts = 10_000;
	let sum = 0;
	for (let n = 0; n <= parts; n++) {
		const density = Math.exp(logBell(one + (n / parts) * (other - one), sigma));
		sum += n === 0 || n === parts ? density / 2 : density;
	}
	return sum / parts;
}

test('the bell over a step is its mean there: narrow or wide, at its middle or beside it, whichever edge is the higher', () => {
	for (const [one, other, sigma] of [
		[0.001, 0.0015, 0.003],
		[0.002, 0.0028, 0.003],
		[-0.004, 0.009, 0.003],
		[0.009, -0.004, 0.003],
		[0.03, 0.0001, 0.005],
		[-1, 1, 0.003]
	]) {
		const [found] = logBellOver([one, other], sigma);
		assert.ok(
			Math.abs(Math.exp(found) / mean(one, other, sigma) - 1) < 0.005,
			`${one} to ${other}: ${found}`
		);
	}
});

test('far out, where shares of a bell are too small to be told, the nearer edge tells, within a factor of two', () => {
	const [found] = logBellOver([0.03, 0.04], 0.005);
	const true_ = Math.log(mean(0.03, 0.04, 0.005));
	assert.ok(Math.abs(found - true_) < Math.log(2), `${found}, ${true_}`);
	// Further out is less likely, step by step.
	const steps = logBellOver([0.01, 0.02, 0.03, 0.05, 0.1, 0.5], 0.005);
	for (let k = 1; k < steps.length; k++) assert.ok(steps[k] < steps[k - 1], `${k}`);
});

test('several steps are each by itself', () => {
	const offs = [0.02, 0.004, 0.0035, -0.01];
	const together = logBellOver(offs, 0.003);
	for (let k = 0; k < 3; k++)
		assert.equal(together[k], logBellOver([offs[k], offs[k + 1]], 0.003)[0], `step ${k}`);
	// Each step may be told as exactly as it is: wide ones beside narrow ones, so that nothing of
	// one is taken for the next.
	const sigmas = Float64Array.of(0.003, 0.02, 0.001);
	const own = logBellOver(offs, sigmas);
	for (let k = 0; k < 3; k++)
		assert.equal(own[k], logBellOver([offs[k], offs[k + 1]], sigmas[k])[0], `step ${k} by its own`);
	const wide = logBellOver([-0.02, 0.01, 0.05], Float64Array.of(0.01, 0.03));
	assert.equal(
		wide[1],
		logBellOver([0.01, 0.05], 0.03)[0],
		'the edge between them is shared, what lies below it is not'
	);
});

test('the part of a step below a share of the bell over it', () => {
	assert.equal(partOfStep(0.3, 0.001, 0.0015, 0.003), 0.3, 'narrow: evenly');
	assert.equal(partOfStep(0.3, 0.05, 0.06, 0.003), 0.3, 'far out: evenly');
	assert.ok(Math.abs(partOfStep(0.5, -0.01, 0.01, 0.003) - 0.5) < 0.001);
	// All but the upper sixth of the bell lies below one standard deviation, at two thirds of this
	// step.
	assert.ok(Math.abs(partOfStep(0.8413, -0.02, 0.02, 0.005) - 0.625) < 0.001);
	assert.ok(Math.abs(partOfStep(0.8413, 0.02, -0.02, 0.005) - 0.625) < 0.001, 'falling as well');
});

test('where something was read is where it agrees, and nothing read leaves what is usual', () => {
	const usual = new Float64Array(5);
	const none = new ReadAlong(0, 1, usual, null, 1);
	assert.ok(Math.abs(none.logSum - Math.log(5)) < 1e-12);
	assert.equal(none.agreesAt(2), 0);
	assert.ok(Math.abs(none.at(0.5) - 2) < 1e-12);
	// Read at 2.8, to a tenth: in the place around 3, near its lower edge.
	const edges = [-0.5, 0.5, 1.5, 2.5, 3.5, 4.5];
	const read = new ReadAlong(
		0,
		1,
		usual,
		Float64Array.from(edges, (e) => 2.8 - e),
		0.1
	);
	assert.ok(Math.abs(read.at(0.5) - 2.8) < 0.005, `${read.at(0.5)}`);
	assert.ok(Math.abs(read.at(0.8413) - 2.9) < 0.005, `${read.at(0.8413)}`);
	assert.ok(Math.abs(Math.exp(read.logSum) - Math.sqrt(2 * Math.PI)) < 0.02);
	assert.equal(read.agreesAt(3.2), read.agreesAt(2.8), 'by the place');
	assert.ok(read.agreesAt(3) > read.agreesAt(1) + 50);
});
