import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { chemistryOf } from '../chemistry/catalogue';
import { life } from '../chemistry/life';
import { ocvAt, socAt } from '../chemistry/curve';
import { resolve } from '../request/context';
import { normal, uniform } from '../simulate/random';
import { Along } from './along';
import { PossibleStarts } from './start';

const at = (cells: number[], change: Parameters<typeof aContext>[0] = {}) =>
	resolve(
		aContext({
			pack: aPack({ chemistry: 'life', cells: Math.max(1, cells.length), labelVoltageV: 3.3 * cells.length }),
			reading: aReading(cells),
			...change
		})
	);
/** The same, of which only the sum was read. */
const bySum = (cells: number, volts: number) =>
	at(
		Array.from({ length: cells }, () => volts),
		{
			reading: aReading([], { cellVoltagesV: null, packVoltageV: volts * cells })
		}
	);
const zeros = (size: number) => new Float64Array(size);
const mean = (values: ArrayLike<number>) => Array.from(values).reduce((a, b) => a + b, 0) / values.length;

/** Mean and one standard deviation of something over weighted cases. */
function told(cases: readonly { value: number; logWeight: number }[]): { mean: number; sigma: number } {
	const most = cases.reduce((m, c) => Math.max(m, c.logWeight), -Infinity);
	const weights = cases.map((c) => Math.exp(c.logWeight - most));
	const sum = weights.reduce((a, b) => a + b, 0);
	const middle = cases.reduce((s, c, k) => s + weights[k] * c.value, 0) / sum;
	const square = cases.reduce((s, c, k) => s + weights[k] * (c.value - middle) ** 2, 0) / sum;
	return { mean: middle, sigma: Math.sqrt(square) };
}

test('a distribution along evenly spaced places: what lies below a share of it, whatever the height of its weights', () => {
	const even = new Along(0, 0.1, new Float64Array(11).fill(-5000));
	assert.ok(Math.abs(even.at(0.5) - 0.5) < 1e-12);
	assert.ok(Math.abs(even.at(0) + 0.05) < 1e-12 && Math.abs(even.at(1) - 1.05) < 1e-12);
	assert.ok(Math.abs(even.logSum - (-5000 + Math.log(11))) < 1e-9);
	const one = new Along(2, 0.5, Float64Array.of(-Infinity, 0, -Infinity));
	assert.ok(Math.abs(one.at(0.25) - 2.375) < 1e-12, 'within its own step');
});

test('what is drawn is what whoever tries everything finds: cells read apart, on the flat and on the steep', () => {
	// By brute force: everything drawn as it is supposed, weighed by how well it agrees with what
	// was read (Bayes, no approximation).
	for (const readV of [
		[3.29, 3.3],
		[3.15, 3.19]
	]) {
		const start = new PossibleStarts(at(readV));
		const next = normal(uniform(5));
		const ours = Array.from({ length: 6000 }, () => {
			const z = Float64Array.from({ length: start.size }, () => next());
			const { soc, logEvidence } = start.of(z, 0, 0);
			return { soc, logWeight: logEvidence };
		});
		const even = uniform(6);
		const by = normal(even);
		const eachV = Math.hypot(0.003, 0.15 * 0.02);
		const tried = Array.from({ length: 120_000 }, () => {
			const usual = even() < 0.5 ? 0.3 + 0.15 * by() : even();
			const apart = 0.05 * Math.exp(0.5 * by());
			const offV = 0.005 * by();
			const soc = readV.map(() => usual + apart * by());
			const logWeight =
				usual < 0 || usual > 1
					? -1e9
					: soc.reduce((s, c, i) => s - ((readV[i] - offV - ocvAt(life.curve, c)) / eachV) ** 2 / 2, 0);
			return { soc, logWeight };
		});
		for (const [what, of] of [
			['charge', (soc: ArrayLike<number>) => mean(soc)],
			['apart', (soc: ArrayLike<number>) => soc[1] - soc[0]]
		] as const) {
			const [a, b] = [ours, tried].map((cases) =>
				told(cases.map((c) => ({ value: of(c.soc), logWeight: c.logWeight })))
			);
			assert.ok(Math.abs(a.mean - b.mean) < 0.15 * b.sigma, `${readV} ${what}: ${a.mean}, tried ${b.mean}`);
			// On the steep piece the places of a cell are as far apart as it is certain.
			assert.ok(Math.abs(a.sigma / b.sigma - 1) < 0.25, `${readV} ${what}: ±${a.sigma}, tried ±${b.sigma}`);
		}
	}
});

test('a cell over its limit or below empty begins so, however unlikely that was', () => {
	for (const v of [2.2, 3.75]) {
		const start = new PossibleStarts(at([v, v]));
		const { soc } = start.of(zeros(start.size), 0, 0);
		for (const s of soc) assert.ok(Math.abs(s - socAt(life.curve, v)) < 0.02, `${v} V: ${s}`);
	}
});

test('what the curve remembers moves the charge that volts mean, and what would take them off the curve agrees less', () => {
	const start = new PossibleStarts(bySum(2, 3.27));
	const z = zeros(start.size);
	const [less, as, more] = [-0.02, 0, 0.02].map((v) => start.of(z, 0, v));
	assert.ok(mean(less.soc) > mean(as.soc) + 0.1, 'read too low by what it remembers: it holds more');
	assert.ok(mean(more.soc) < mean(as.soc) - 0.05, `${mean(more.soc)}`);
	const nearFull = new PossibleStarts(bySum(2, 3.36));
	const at0 = nearFull.of(zeros(nearFull.size), 0, 0);
	assert.ok(nearFull.of(zeros(nearFull.size), 0, -0.2).logEvidence < at0.logEvidence - 4);
	assert.ok(
		mean(start.of(z, 0.02, 0).soc) < mean(as.soc) - 0.01,
		'less charge in the middle means less charge'
	);
});

test('what was known besides holds the charge where volts do not', () => {
	const known = { soc: 0.6, sigma: 0.02, how: 'counted' };
	const flat = bySum(2, 3.3);
	const start = new PossibleStarts({ ...flat, chargeState: { ...flat.chargeState, known } });
	for (const [z, expected] of [
		[-1, 0.58],
		[1, 0.62]
	]) {
		const numbers = zeros(start.size);
		numbers[0] = z;
		const charge = mean(start.of(numbers, 0, 0).soc);
		assert.ok(Math.abs(charge - expected) < 0.01, `${charge}`);
	}
});

test('volts from before the last run are no start: it is supposed as if nothing had been read', () => {
	const r = at([2.9, 2.9]);
	const unread = new PossibleStarts({ ...r, chargeState: { ...r.chargeState, fromReading: false } });
	const { soc, logEvidence } = unread.of(zeros(unread.size), 0, 0);
	assert.ok(Math.abs(mean(soc) - 0.35) < 0.05, `${mean(soc)}`);
	assert.equal(
		logEvidence,
		unread.of(zeros(unread.size), 0, 0.05).logEvidence,
		'nothing was read that could disagree'
	);
});

test('cells that nobody read lie as far apart as so many do by chance, more often than not near neither end, and add up to the pack', () => {
	const next = normal(uniform(8));
	// The mean distance between the outermost of 2 and 6 standard normal numbers: 2/√π, and 2.534
	// (Tippett 1925, Biometrika 17; from memory).
	for (const [cells, distance] of [
		[2, 2 / Math.sqrt(Math.PI)],
		[6, 2.534]
	]) {
		const start = new PossibleStarts(bySum(cells, 3.295));
		assert.equal(start.size, 3);
		const starts = Array.from({ length: 3000 }, () => start.of(Float64Array.of(0, next(), next()), 0, 0));
		const far = mean(starts.map(({ soc }) => soc[cells - 1] - soc[0])) / 0.05;
		// How far they differ is itself another from pack to pack, half of it in natural logarithm:
		// e^(0.25 / 2) on average.
		assert.ok(Math.abs(far / (distance * Math.exp(0.125)) - 1) < 0.06, `${cells} cells: ${far}`);
		const { soc } = starts[0];
		assert.deepEqual(
			Array.from(soc),
			Array.from(soc).sort((a, b) => a - b)
		);
		const one = start.of(Float64Array.of(0, 0, 0), 0, 0);
		const leaning = start.of(Float64Array.of(0, 0, 2), 0, 0);
		assert.ok(Math.abs(mean(one.soc) - mean(leaning.soc)) < 1e-9, 'the pack’s charge is the same');
		const inner = (s: Float64Array) => (s[1] - s[0]) / (s[cells - 1] - s[0]);
		if (cells > 2) assert.ok(inner(leaning.soc) < inner(one.soc) - 0.05, 'nearer to the emptiest');
	}
	assert.equal(new PossibleStarts(at([3.3])).size, 1, 'a single cell has no other');
});

test('one cell far from its fellows is where its volts are, and does not leave one draw alone to count', () => {
	for (const { chemistry, cells, odd, least = 80 } of [
		{ chemistry: 'life', cells: [3.29, 3.29, 2.9], odd: 2 },
		{ chemistry: 'life', cells: [3.29, 3.29, 3.29, 3.75], odd: 3 },
		// A cell that is weak, or was typed wrong, where volts tell; and cells read low, where a place
		// of the curve is many millivolts wide.
		{ chemistry: 'lipo', cells: [3.8, 3.8, 3.8, 3.6], odd: 3 },
		{ chemistry: 'lipo', cells: [3.7, 3.95, 3.7, 3.7], odd: 1 },
		{ chemistry: 'liion', cells: [3.5, 3.52, 3.35], odd: 2 },
		{ chemistry: 'liion', cells: [3.3, 3.28, 3.31, 3.29, 3.3], odd: 1 },
		{ chemistry: 'liion', cells: [3.3, 3.3, 3.3, 3.3], odd: 0 },
		{ chemistry: 'liion', cells: [3.2, 3.25, 2.9], odd: 2 },
		// Neither quite a fellow nor quite a stranger; and at the knee of a flat curve.
		{ chemistry: 'lipo', cells: [3.85, 3.8, 3.84, 3.85], odd: 1 },
		{ chemistry: 'life', cells: [3.204, 3.144], odd: 1 }
	]) {
		const { curve } = chemistryOf(chemistry);
		const pack = aPack({ chemistry, cells: cells.length, labelVoltageV: null });
		const start = new PossibleStarts(at(cells, { pack }));
		const next = normal(uniform(4));
		const draws = Array.from({ length: 400 }, () =>
			start.of(
				Float64Array.from({ length: start.size }, () => next()),
				0,
				0
			)
		);
		const most = Math.max(...draws.map((d) => d.logEvidence));
		const weights = draws.map((d) => Math.exp(d.logEvidence - most));
		const sum = weights.reduce((a, b) => a + b, 0);
		const counting = sum ** 2 / weights.reduce((a, w) => a + w * w, 0);
		assert.ok(counting > least, `${chemistry}: ${counting.toFixed(1)} of 400 count`);
		const soc = draws.reduce((a, d, k) => a + (weights[k] / sum) * d.soc[odd], 0);
		assert.ok(Math.abs(soc - socAt(curve, cells[odd])) < 0.03, `${chemistry} cell ${odd + 1}: ${soc}`);
	}
});

test('of three cells that nobody read the middle one may lie nearer to either of the others; of two there is none', () => {
	const start = new PossibleStarts(bySum(3, 3.3));
	const share = (leaning: number) => {
		const soc = Array.from(start.of(Float64Array.of(0, 0.5, leaning), 0, 0).soc).sort((a, b) => a - b);
		return (soc[1] - soc[0]) / (soc[2] - soc[0]);
	};
	assert.equal(start.size, 3);
	assert.ok(Math.abs(share(0) - 0.5) < 1e-6, `${share(0)}`);
	assert.ok(share(1) < 0.4 && share(-1) > 0.6, `${share(1)} ${share(-1)}`);
});
