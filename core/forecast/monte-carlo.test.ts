import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { aMultiCharger, nimhPack } from '../../tests/support/rule-cases';
import { resolve } from '../request/context';
import { solve } from '../program/solve';
import { runLegs } from '../simulate/run-legs';
import { packModel } from './assume';
import { NO_DEPARTURE } from './departure';
import { bestCourse, forecast } from './forecast';
import { bandOf, drawRuns, emptySamples, joinSamples, monteCarlo, type Band } from './monte-carlo';
import { legsOf, unguarded } from './program-legs';
import { normal, uniform } from '../simulate/random';

function band(
	change: Parameters<typeof aContext>[0],
	runs: number,
	seed = 3
): { band: Band; context: ReturnType<typeof aContext>; steps: number } {
	const context = aContext(change);
	const { settings } = solve(context);
	const work = monteCarlo(resolve(context), settings, { runs, seed, untilMin: 90, points: 40 });
	let steps = 0;
	for (;;) {
		const next = work.next();
		if (next.done) return { band: next.value, context, steps };
		steps++;
	}
}

test('the same seed gives the same band, another seed another one', () => {
	const a = band({}, 30).band;
	assert.deepEqual(a, band({}, 30).band);
	assert.deepEqual([a.timeMin[0], a.timeMin.at(-1), a.timeMin.length], [0, 90, 40]);
	assert.ok(Math.abs(a.timeMin[13] - 30) < 1e-9, 'in even steps');
	assert.notDeepEqual(a.endMin, band({}, 30, 4).band.endMin);
});

test('it yields after every run, so that progress can be shown and the work dropped', () =>
	assert.equal(band({}, 25).steps, 25));

test('the first-order forecast agrees with it: time and charge within 6 % at the median, 8 % at the 99th percentile', () => {
	const pack = aPack({ cells: 4, capacityAh: 3.7, measuredCapacityAh: null });
	const { band: b, context } = band({ pack, reading: aReading([3.72, 3.73, 3.72, 3.73]) }, 600);
	const quick = forecast(resolve(context), solve(context).settings);
	for (const [fast, many] of [
		[quick.timeMin, b.endMin],
		[quick.chargeAh, b.chargeAh]
	]) {
		assert.ok(Math.abs(fast.median / many.median - 1) < 0.06, `${fast.median} ${many.median}`);
		assert.ok(Math.abs(fast.p99 / many.p99 - 1) < 0.08, `${fast.p99} ${many.p99}`);
	}
});

test('no simulated cell passes the cell limit: highest volts stay under 4.25 V at the 99th percentile', () => {
	const { band: b } = band({}, 200);
	assert.ok(b.highestCellV.p99 <= 4.25);
	assert.ok(b.highestCellV.p99 > 4.2, 'the charger’s error is really in it');
});

test('the band is ordered and closes as runs end', () => {
	const { band: b } = band({}, 100);
	b.packV.low.forEach((low, k) =>
		assert.ok(Number.isNaN(low) || (low <= b.packV.middle[k] && b.packV.middle[k] <= b.packV.high[k]))
	);
	assert.equal(b.currentA.high.at(-1), 0);
});

test('the band shows what flows and reads at each moment: all current at first, a little of it before the last is over', () => {
	const { band: b, context } = band({}, 60);
	const { currentA } = solve(context).settings;
	const at = (minute: number) => b.timeMin.findIndex((t) => t >= minute);
	for (const k of [0, at(10)]) {
		assert.ok(
			Math.abs(b.currentA.middle[k] / currentA - 1) < 0.03,
			`${b.currentA.middle[k]} A of ${currentA} A`
		);
		assert.ok(
			b.packV.low[k] > 3 * 3.5 && b.packV.high[k] < 3 * 4.3,
			`${b.packV.low[k]} to ${b.packV.high[k]} V`
		);
	}
	assert.ok(b.packV.middle[at(10)] > b.packV.middle[0], 'volts rise');
	const late = b.currentA.high[at(b.endMin.median)];
	assert.ok(late > 0 && late < currentA / 2, `${late} A at the median end`);
});

test('normal numbers are what they say, and neighbouring seeds have nothing in common', () => {
	const draw = normal(uniform(11));
	const values = Array.from({ length: 20000 }, draw);
	const mean = values.reduce((a, b) => a + b, 0) / values.length;
	const variance = values.reduce((a, b) => a + (b - mean) ** 2, 0) / values.length;
	assert.ok(Math.abs(mean) < 0.02 && Math.abs(variance - 1) < 0.03);
	const firsts = Array.from({ length: 2000 }, (_, seed) => uniform(seed)());
	const pairs = firsts.slice(1).reduce((sum, v, i) => sum + (v - 0.5) * (firsts[i] - 0.5), 0) / (1999 / 12);
	assert.ok(Math.abs(pairs) < 0.08, `correlation ${pairs.toFixed(3)}`);
	assert.equal(uniform(7)(), uniform(7)());
});

test('a discharge and a storage run agree with first order too: within 3 % at the median, 10 % at the 99th percentile', () => {
	for (const [task, v] of [
		['discharge', 4.1],
		['storage', 4.05]
	] as const) {
		const { band: b, context } = band(
			{ charger: aMultiCharger({}, { dischargePowerW: 30 }), task, reading: aReading([v, v, v]) },
			300
		);
		const quick = forecast(resolve(context), solve(context).settings);
		for (const [fast, many] of [
			[quick.timeMin, b.endMin],
			[quick.chargeAh, b.chargeAh]
		]) {
			assert.ok(Math.abs(fast.median / many.median - 1) < 0.03, `${task}: ${fast.median} ${many.median}`);
			assert.ok(Math.abs(fast.p99 / many.p99 - 1) < 0.1, `${task}: ${fast.p99} ${many.p99}`);
		}
	}
});

test('among many nickel packs that lay for months some end on the false peak at 3 mV, fewer at 10 mV', () => {
	const early = (deltaV: number) => {
		const context = aContext({
			pack: nimhPack(),
			reading: aReading([], {
				cellVoltagesV: null,
				packVoltageV: 8.2,
				takenAt: '2026-01-02T17:40:00.000Z'
			}),
			charger: aMultiCharger(),
			task: 'charge'
		});
		const { settings } = solve(context, { deltaV });
		const r = resolve(context);
		const draw = normal(uniform(5));
		// What the charger itself does with each: the forecast asks when the cells are full.
		const charges = Array.from({ length: 120 }, () => {
			const departure = { ...NO_DEPARTURE, falsePeak: draw() };
			const legs = legsOf(r, unguarded(r, settings), departure);
			return runLegs(packModel(r, departure), legs, { dtS: 10, traceEveryS: 0 }).chargeAh;
		});
		return charges.sort((x, y) => x - y).at(6)!;
	};
	assert.ok(early(0.003) < 0.3, 'one in twenty stops with next to nothing in');
	assert.ok(early(0.01) > early(0.003));
});

test('shares drawn by three workers join to what one would find, whichever is done first', () => {
	const context = aContext({});
	const { settings } = solve(context);
	const sampling = { seed: 3, untilMin: 90, points: 40 };
	const shared = emptySamples(40);
	for (const at of [2, 0, 1]) {
		const share = emptySamples(40);
		const work = drawRuns(resolve(context), settings, { ...sampling, of: 3, at }, share);
		for (let k = 0; k < 10; k++) assert.equal(work.next().value, k + 1);
		joinSamples(shared, share);
	}
	assert.deepEqual(bandOf(shared, 90), band({}, 30).band);
});

test('the best guess alone is the same course as that of the whole forecast, trace and all', () => {
	for (const change of [{}, { pack: nimhPack(), reading: null, charger: aMultiCharger() }]) {
		const context = aContext(change);
		const { settings } = solve(context);
		assert.deepEqual(
			bestCourse(resolve(context), settings, 30),
			forecast(resolve(context), settings, 30).best
		);
	}
});

test('bands are the 5th, 50th and 95th of a hundred, ends are told with their 99th too', () => {
	// 0 to 100 in any order: each percentile is its own number.
	const hundred = Array.from({ length: 101 }, (_, i) => (i * 37) % 101);
	const by = (factor: number) => hundred.map((v) => v * factor);
	const told = bandOf(
		{ packV: [by(1), by(2)], currentA: [by(3), by(4)], endMin: by(5), chargeAh: by(6), highestCellV: by(7) },
		30
	);
	const spread = (factor: number) => ({
		median: 50 * factor,
		p5: 5 * factor,
		p95: 95 * factor,
		p99: 99 * factor
	});
	assert.deepEqual(told, {
		timeMin: [0, 30],
		packV: { low: [5, 10], middle: [50, 100], high: [95, 190] },
		currentA: { low: [15, 20], middle: [150, 200], high: [285, 380] },
		endMin: spread(5),
		chargeAh: spread(6),
		highestCellV: spread(7),
		runs: 101
	});
});
