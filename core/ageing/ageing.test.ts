/**
 * Trends against closed forms, points against figures worked by hand, and what is said at its
 * limits.
 */
import { aRunEvent } from '../../tests/support/pack-events';
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { aPack, aReading } from '../../tests/support/bench-chargers';
import { leadPack, nimhPack } from '../../tests/support/rule-cases';
import { ocvAt, socAt } from '../chemistry/curve';
import { fullSoc } from '../chemistry/fill-window';
import { lipo } from '../chemistry/lipo';
import type { Pack } from '../pack/pack';
import type { Reading } from '../pack/reading';
import { ageingOf } from './ageing';
import { leaksOf } from './leaks';
import { capacityPoint, fitOf, looksPoint, resistancePoint, spreadPoint, type RunSeen } from './points';
import { Trend, type Point, type TrendPrior } from './trend';

const YEAR_MS = 365.25 * 86400e3;
const T0 = '2025-01-01T00:00:00.000Z';
const later = (years: number): string => new Date(Date.parse(T0) + years * YEAR_MS).toISOString();
const near = (a: number, b: number, within: number, why = '') =>
	assert.ok(Math.abs(a - b) <= within, `${a} is not ${b} ± ${within} ${why}`);

describe('a trend', () => {
	const prior: TrendPrior = {
		...{ value: 2, error: 10, ratePerYear: 0, rateError: 10, bias: 0 },
		...{ levelWander: 0, rateWander: 0 }
	};
	const point = (years: number, value: number, error = 0.02, biased = false): Point => ({
		...{ at: later(years), value, error, biased }
	});

	test('without wandering and with nothing known before it is least squares on the logarithm', () => {
		const values = [2, 1.96, 1.97, 1.85, 1.8];
		const x = values.map((_, k) => k / 4);
		const y = values.map(Math.log);
		const mean = (v: number[]) => v.reduce((a, b) => a + b, 0) / v.length;
		const slope =
			x.reduce((s, v, k) => s + (v - mean(x)) * (y[k] - mean(y)), 0) /
			x.reduce((s, v) => s + (v - mean(x)) ** 2, 0);
		const trend = new Trend(
			values.map((v, k) => point(x[k], v)),
			prior,
			T0
		);
		for (const at of [0, 0.5, 1, 3])
			near(trend.at(later(at)).value, Math.exp(mean(y) + slope * (at - mean(x))), 2e-4);
		near(trend.rateAt(later(1)).perYear, Math.expm1(slope), 1e-4);
		// Textbook standard error of the slope, σ / sqrt(Σ (x − x̄)²).
		near(trend.rateAt(later(1)).error, 0.02 / Math.sqrt(x.reduce((s, v) => s + (v - mean(x)) ** 2, 0)), 1e-5);
	});

	test('one point and a prior meet by the inverse of their variances', () => {
		const trend = new Trend([point(0, 2.2, 0.03)], { ...prior, error: 0.04 }, T0);
		const weight = 0.04 ** 2 / (0.04 ** 2 + 0.03 ** 2);
		const { value, low, high } = trend.at(T0);
		near(value, Math.exp(Math.log(2) + weight * Math.log(1.1)), 1e-9);
		near(Math.log(high / low), 2 * 1.645 * 0.04 * Math.sqrt(1 - weight), 1e-6);
	});

	test('what biased points have wrong together does not go away with their number, and one true point tells it', () => {
		const many = Array.from({ length: 200 }, (_, k) => point(k / 200, 2.1, 0.03, true));
		const open = { ...prior, error: 1, rateError: 0.05, bias: 0.04 };
		const blind = new Trend(many, open, T0).at(later(1));
		near(Math.log(blind.high / blind.low) / (2 * 1.645), 0.04, 0.002);
		const told = new Trend([...many, point(0.5, 2, 0.01)], open, T0).at(later(1));
		near(told.value, 2, 0.01);
		near(Math.log(told.high / told.low) / (2 * 1.645), 0.01, 0.003);
	});

	test('it wanders: a figure that nobody looked at for long is known less and less', () => {
		const trend = new Trend(
			[point(0, 2)],
			{ ...prior, rateError: 0.05, levelWander: 0.02, rateWander: 0.1 },
			T0
		);
		const width = (y: number) => Math.log(trend.at(later(y)).high / trend.at(later(y)).low) / (2 * 1.645);
		// Level, rate and both wanderings add up: σ² + (0.05 t)² + 0.02² t + 0.1² t³ / 3.
		for (const t of [0.5, 1, 2])
			near(width(t), Math.sqrt(0.02 ** 2 + (0.05 * t) ** 2 + 0.02 ** 2 * t + (0.1 ** 2 * t ** 3) / 3), 1e-4);
	});

	test('before the last point what came after is known too', () => {
		const wander = { ...prior, levelWander: 0.02, rateWander: 0.05 };
		const half = new Trend([point(0, 2), point(1, 1.9)], wander, T0);
		const all = new Trend([point(0, 2), point(1, 1.9), point(2, 1.6), point(3, 1.3)], wander, T0);
		assert.ok(all.at(later(1)).value < half.at(later(1)).value);
		const width = (t: Trend) => t.at(later(1)).high / t.at(later(1)).low;
		assert.ok(width(all) < width(half));
	});

	test('between two moments the level lies on the line that joins them, between the first two as well', () => {
		const trend = new Trend([point(0, 2), point(1, 1.6), point(2, 1.5)], prior, T0);
		for (const [a, b] of [
			[0, 1],
			[1, 2]
		]) {
			const [from, to] = [a, b].map((y) => Math.log(trend.at(later(y)).value));
			near(Math.log(trend.at(later(a + 0.25)).value), from + 0.25 * (to - from), 1e-3);
		}
		assert.ok(trend.at(later(0.5)).value < trend.at(later(0)).value - 0.02);
	});

	test('points of one moment, in any order, are as good as in their order', () => {
		const points = [point(1, 1.9), point(0, 2), point(1, 1.92), point(0.5, 1.95)];
		const a = new Trend(points, { ...prior, error: 0.1, rateError: 0.1 }, T0).at(later(2));
		const b = new Trend([...points].reverse(), { ...prior, error: 0.1, rateError: 0.1 }, T0).at(later(2));
		near(a.value, b.value, 1e-9);
		near(a.high, b.high, 1e-9);
	});

	test('when it passes a figure, a tenth, half and nine tenths sure', () => {
		const sure = new Trend(
			Array.from({ length: 100 }, (_, k) => point(k / 100, 2 * Math.exp((-0.1 * k) / 100), 0.001)),
			prior,
			T0
		);
		// 2·exp(−0.1 t) is 1.6 after ln(1.25) / 0.1 = 2.23 years.
		const { early, likely, late } = sure.passes(1.6, 'down', later(1));
		for (const at of [early, likely, late]) near((Date.parse(at!) - Date.parse(T0)) / YEAR_MS, 2.23, 0.08);
		near(sure.below(2 * Math.exp(-0.1), later(1)), 0.5, 0.05);
		assert.equal(sure.passes(0.5, 'down', later(1)).likely, null, 'further off than anybody sees');
		assert.equal(sure.passes(1.9, 'down', later(1)).late, later(1), 'it has');
		assert.equal(sure.passes(2.5, 'up', later(1)).early, null);
	});
});

const settings = {
	...{ currentA: 2, dischargeA: null, endVoltageV: 4.2, safetyTimerMin: 150, capacityLimitAh: 2.4 },
	dischargeEndV: null as number | null
};
const pack = (change: Partial<Pack> = {}): Pack => aPack({ cells: 3, capacityAh: 2, ...change });
const charge = (change: Partial<RunSeen['run']> = {}): RunSeen['run'] => ({
	...{ id: 'run', task: 'balance', endReason: 'full', durationS: 4000, chargeAh: 1.3, expectedAh: 1.3 },
	...{ endCellVoltagesV: [4.2, 4.2, 4.2], settings, startedAt: later(1), endedAt: later(1.001) },
	...change
});
const before = (v: number) => aReading([v, v, v], { takenAt: later(0.9999), usedSince: 'used' });

describe('what a run says of the capacity', () => {
	const point = (
		run: RunSeen['run'],
		reading: RunSeen['before'] = before(3.75),
		prior: RunSeen['prior'] = null
	) => capacityPoint(pack(), { run, before: reading, prior });
	const soc = socAt(lipo.curve, 3.75);

	test('a charge to a sound full over what was missing', () => {
		const p = point(charge())!;
		near(p.value, (1.3 * lipo.defaults.coulombicEfficiency) / (fullSoc(lipo) - soc), 0.01);
		assert.deepEqual([p.from, p.biased, p.ref], ['judged run', true, 'run']);
		assert.ok(p.error > 0.02 && p.error < 0.15, `${p.error}`);
	});
	test('the less was missing the less it says, and below a third nothing', () => {
		const at = (s: number) =>
			point(
				charge({ chargeAh: 2 * (fullSoc(lipo) - s), expectedAh: 2 * (fullSoc(lipo) - s) }),
				before(ocvAt(lipo.curve, s))
			);
		assert.ok(at(0.5)!.error > at(0.2)!.error);
		assert.ok(at(fullSoc(lipo) - 0.301));
		assert.equal(at(fullSoc(lipo) - 0.299), null);
	});
	test('a gentle end is full only up to there; a taper cut short leaves its part out', () => {
		const gentle = point(
			charge({ settings: { ...settings, endVoltageV: 4.1 }, endCellVoltagesV: [4.1, 4.1, 4.1] })
		)!;
		near(gentle.value, (1.3 * lipo.defaults.coulombicEfficiency) / (socAt(lipo.curve, 4.1) - soc), 0.01);
		const quick = point(charge({ task: 'fast' }))!;
		near(quick.value, (1.3 * lipo.defaults.coulombicEfficiency) / (fullSoc(lipo) - 0.04 - soc), 0.01);
	});
	test('nothing where it ended otherwise, moved nothing known, or nobody knows how it began', () => {
		assert.equal(point(charge({ endReason: 'timer' })), null);
		assert.equal(point(charge({ endReason: 'full', durationS: 60 })), null, 'its figures contradict it');
		assert.equal(point(charge({ chargeAh: null })), null);
		assert.equal(point(charge(), null), null);
		assert.equal(point(charge({ task: 'cycle' })), null);
		// Put away, it is not full.
		assert.equal(point(charge({ task: 'storage' })), null);
	});
	test('after a run down to its end the beginning is known without a reading', () => {
		const p = point(
			charge({ chargeAh: 1.9, expectedAh: 1.9, durationS: 5000 }),
			null,
			aRunEvent({
				...{ task: 'discharge', endReason: 'end voltage', endedAt: later(0.9999) },
				settings: { dischargeA: 0.4 }
			})
		)!;
		near(p.value, (1.9 * lipo.defaults.coulombicEfficiency) / (fullSoc(lipo) - 0.04), 0.04);
	});
	test('a discharge from full measures', () => {
		const out = charge({
			...{ task: 'discharge', endReason: 'end voltage', chargeAh: 1.8, expectedAh: 1.8, durationS: 7000 },
			...{ settings: { ...settings, dischargeA: 1, dischargeEndV: 3 }, endCellVoltagesV: [3, 3, 3] }
		});
		const p = point(out, null, aRunEvent({ endedAt: later(0.9999) }))!;
		assert.deepEqual([p.from, p.biased], ['measured', false]);
		near(p.value, 1.8 / (fullSoc(lipo) - 0.04), 0.003);
		assert.equal(point(out, null, null), null, 'from nobody knows where');
		const half = point(out, before(ocvAt(lipo.curve, 0.8)));
		assert.equal(half?.from, 'judged run', 'from somewhere it is told by volts');
		const high = { ...out, settings: { ...out.settings, dischargeEndV: 3.6 } };
		assert.equal(point(high, null, aRunEvent({ endedAt: later(0.9999) })), null, 'it was not emptied');
	});
	test('nickel and lead take more than they keep: only their discharges speak', () => {
		for (const other of [nimhPack({ cells: 6 }), leadPack({ cells: 6 })])
			assert.equal(
				capacityPoint(other, {
					run: charge({ task: 'charge', endCellVoltagesV: null }),
					before: { ...before(0), cellVoltagesV: null, packVoltageV: 6 * 1.2 },
					prior: null
				}),
				null
			);
	});
});

describe('what looks say of the capacity', () => {
	test('their own share of it: before them and they together make what is believed now', () => {
		const [prior, own] = [
			{ mean: 2, sigma: 0.1 },
			{ mean: 1.7, sigma: 0.06 }
		];
		const weight = 1 / prior.sigma ** 2 + 1 / own.sigma ** 2;
		const now = {
			mean: (prior.mean / prior.sigma ** 2 + own.mean / own.sigma ** 2) / weight,
			sigma: 1 / Math.sqrt(weight)
		};
		const fit = fitOf(prior, now)!;
		near(fit.capacityAh, 1.7, 1e-9);
		near(fit.error, Math.hypot(0.06 / 1.7, 0.02), 1e-9);
	});
	test('nothing where they leave most of the doubt, or say what no pack holds', () => {
		const before = { mean: 2, sigma: 0.1 };
		assert.ok(fitOf(before, { mean: 1.9, sigma: 0.085 }));
		assert.equal(fitOf(before, { mean: 1.9, sigma: 0.0851 }), null);
		assert.equal(fitOf(before, { mean: 4.2, sigma: 0.05 }), null);
		assert.equal(fitOf(before, { mean: 0.2, sigma: 0.05 }), null);
		assert.equal(fitOf(before, { mean: 2, sigma: 0 }), null);
	});
	test('a run that is judged comes first; one that was stopped speaks by its looks', () => {
		const fit = { capacityAh: 1.7, error: 0.05 };
		const stopped = charge({ endReason: 'stopped' });
		const seen = (run: RunSeen['run']): RunSeen => ({ run, before: before(3.75), prior: null, fit });
		assert.equal(looksPoint(seen(stopped))!.value, 1.7);
		// Looks are read against the same curve as charges are.
		assert.equal(looksPoint(seen(stopped))!.biased, true);
		assert.equal(looksPoint({ ...seen(stopped), fit: null }), null);
		const from = (run: RunSeen['run']) =>
			ageingOf(pack(), [seen(run)], [], [], later(2)).capacity!.points.map((p) => p.from);
		assert.deepEqual(from(stopped), ['looks']);
		assert.deepEqual(from(charge()), ['judged run']);
	});
});

describe('resistance', () => {
	const reading = (change: Partial<Reading>): Reading => ({
		...before(3.8),
		...{ id: 'r', packId: 'p', cellResistancesOhm: [0.01, 0.012, 0.014], temperatureDegC: 20 },
		...change
	});
	test('the mean of the cells, brought to 20 °C by what cooling does to this chemistry', () => {
		near(resistancePoint(pack(), reading({}))!.value, 0.012, 1e-12);
		const cold = reading({ temperatureDegC: 20 - lipo.defaults.resistanceDoublesPerK });
		near(resistancePoint(pack(), cold)!.value, 0.006, 1e-12);
	});
	test('nothing without a figure or without its warmth', () => {
		assert.equal(resistancePoint(pack(), reading({ cellResistancesOhm: null })), null);
		assert.equal(resistancePoint(pack(), reading({ cellResistancesOhm: [] })), null);
		assert.equal(resistancePoint(pack(), reading({ temperatureDegC: null })), null);
	});
});

describe('how far cells are apart', () => {
	const at = (socs: number[], change: Partial<Reading> = {}): Reading => ({
		...aReading(
			socs.map((s) => ocvAt(lipo.curve, s)),
			{ takenAt: later(0.5), usedSince: 'used' }
		),
		...{ id: 'r', packId: 'p' },
		...change
	});
	const value = (reading: Reading, of = pack()) => spreadPoint(of, reading)?.value ?? null;
	test('a share of the charge, the same at every height of the curve', () => {
		for (const base of [0.15, 0.4, 0.7]) near(value(at([base, base + 0.05, base + 0.02]))!, 0.05, 2e-3);
		assert.equal(value(at([0.5, 0.5, 0.5])), 0.003);
	});
	test('nothing of a pack that was not at rest, nearly empty, of one cell, or whose volts say little', () => {
		assert.equal(value(at([0.5, 0.6, 0.5], { state: 'just used' })), null);
		assert.equal(value(at([0.09, 0.2, 0.2])), null);
		assert.equal(value(at([0.5]), pack({ cells: 1 })), null);
		assert.equal(value(at([0.5, 0.6])), null);
		assert.equal(value(at([0.5, 0.6, 0.5]), pack({ chemistry: 'life' })), null);
	});
	test('cells that stay apart are said once it is sure; two readings are no course', () => {
		const says = (apart: number, count: number) =>
			ageingOf(
				pack(),
				[],
				Array.from({ length: count }, (_, k) =>
					at([0.5, 0.5, 0.5 + apart], { id: `${k}`, takenAt: later(k / 24) })
				),
				[],
				later(0.5)
			);
		assert.deepEqual(
			says(0.2, 12).says.map((s) => s.id),
			['cells-apart']
		);
		assert.match(says(0.2, 12).says[0].sentence, /At rest its cells are (1[6-9]|2[0-2]) % of a charge apart/);
		assert.deepEqual(says(0.03, 12).says, []);
		assert.equal(says(0.2, 2).spread, null);
		assert.ok(says(0.2, 3).spread);
	});
});

describe('what cells lose by themselves', () => {
	const quiet = (days: number, a: number[], b: number[]) => ({
		from: aReading(a, { takenAt: T0 }),
		to: aReading(b, { takenAt: later(days / 365.25), usedSince: 'not used' })
	});
	test('each cell against the middle of its fellows, the longer wait counting for more', () => {
		const { worst, pairs, days } = leaksOf(pack(), [quiet(2, [4.15, 4.15, 4.15], [4.148, 4.126, 4.146])])!;
		assert.equal(worst!.cell, 2);
		// Lost 24 mV; its fellows 2 and 4, 3 in the middle: 21 mV in two days.
		near(worst!.mvPerDay, 10.5, 1e-6);
		near(worst!.error, (5 * Math.SQRT2) / 2, 1e-6);
		assert.deepEqual([pairs, Number(days.toFixed(6))], [1, 2]);
		const both = leaksOf(pack(), [
			quiet(1, [4.15, 4.15, 4.15], [4.15, 4.15, 4.15]),
			quiet(3, [4.15, 4.15, 4.15], [4.15, 4.12, 4.15])
		])!;
		// Σ d·lost / Σ d²: (1·0 + 3·30) / (1 + 9).
		near(both.worst!.mvPerDay, 9, 1e-6);
	});
	test('charge lost in a month, by the curve', () => {
		const { perMonth } = leaksOf(pack(), [quiet(30, [3.85, 3.85, 3.85], [3.83, 3.83, 3.83])])!;
		near(perMonth!.share, socAt(lipo.curve, 3.85) - socAt(lipo.curve, 3.83), 2e-3);
		const flat = leaksOf(pack({ chemistry: 'nimh' }), [quiet(30, [1.35, 1.35, 1.35], [1.31, 1.31, 1.31])])!;
		assert.equal(flat.perMonth, null, 'volts of nickel tell no charge');
		const same = leaksOf(pack(), [quiet(30, [3.85, 3.85, 3.85], [3.85, 3.85, 3.85])])!;
		near(same.perMonth!.share, 0, 1e-9);
	});
	test('nothing of one cell’s fellows, nor of too short a wait', () => {
		assert.equal(leaksOf(pack(), [quiet(0.39, [4, 4, 4], [4, 4, 4])]), null);
		assert.equal(leaksOf(pack(), []), null);
		assert.equal(leaksOf(pack({ cells: 1 }), [quiet(2, [4], [3.99])])!.worst, null);
		assert.equal(
			leaksOf(pack({ cells: 2 }), [quiet(2, [4, 4, 4], [4, 4, 4])]),
			null,
			'readings of another count'
		);
	});
	test('what is said: ten millivolts a day are a soft short, less is looked at again', () => {
		const says = (mv: number, days = 10) =>
			ageingOf(
				pack(),
				[],
				[],
				[quiet(days, [4.1, 4.1, 4.1], [4.1, 4.1 - (mv * days) / 1000, 4.1])],
				later(1)
			).says.map((s) => s.id);
		// One standard deviation over ten days: 0.7 mV a day.
		assert.deepEqual(says(10.8), ['soft-short']);
		assert.deepEqual(says(10.6), ['cell-falls']);
		assert.deepEqual(says(4.5), ['cell-falls']);
		assert.deepEqual(says(4.3), []);
		assert.deepEqual(says(40, 2), [], 'over two days the error is 3.5 mV a day');
	});
});

describe('what follows', () => {
	/**
	 * A year of monthly charges of a pack that holds `share` of its label at the end, and lost
	 * `lost` of it in the year.
	 */
	const year = (share: number, lost: number, change: Partial<Pack> = {}, began = 0.2) => {
		const runs = Array.from({ length: 12 }, (_, k): RunSeen => {
			const at = 0.05 + (k + 0.5) / 12.7;
			const capacity = 2 * (share + lost * (1 - at));
			const ah = (capacity * (fullSoc(lipo) - began)) / lipo.defaults.coulombicEfficiency;
			return {
				run: charge({
					...{ id: `${k}`, chargeAh: ah, expectedAh: ah, startedAt: later(at), endedAt: later(at + 0.0002) }
				}),
				before: aReading(
					[0, 0, 0].map(() => ocvAt(lipo.curve, began)),
					{ takenAt: later(at - 1e-5), usedSince: 'used' }
				),
				prior: null
			};
		});
		return ageingOf(pack({ firstUsedOn: '2025-01-01', ...change }), runs, [], [], later(1));
	};
	const kinds = (a: ReturnType<typeof year>) => a.says.map((s) => `${s.kind} ${s.id}`);

	test('a pack as new says nothing', () => assert.deepEqual(kinds(year(0.99, 0.02)), []));
	test('a pack under its limit is told to go, and counted with what it holds', () => {
		const worn = year(0.62, 0.33);
		assert.deepEqual(kinds(worn), ['go worn', 'keep capacity-known']);
		assert.match(
			worn.says[0].sentence,
			/It holds 1[23]\d\d mAh \(\d+ mAh to \d+ mAh\), 6\d % of its label: under 80 % it is worn out/
		);
		near(worn.says[1].capacityAh!, 1.26, 0.08);
		assert.equal(1000 * worn.says[1].capacityAh!, Math.round(1000 * worn.capacity!.now.value), 'whole mAh');
	});
	test('one that is on its way is told when', () => {
		const soon = year(0.83, 0.12);
		assert.equal(kinds(soon)[0], 'soon wears-out');
		assert.match(soon.says[0].sentence, /Under 80 %, where it goes, about \w+ 2026, (between|in|by) /);
	});
	test('what is measured already and still fits is not offered again; more than the label is not believed', () => {
		assert.ok(!kinds(year(0.86, 0.02, { measuredCapacityAh: 1.72 })).includes('keep capacity-known'));
		assert.ok(kinds(year(0.86, 0.02)).includes('keep capacity-known'));
		const more = year(1.45, 0, {}, 0.35);
		assert.deepEqual(kinds(more), ['look more-than-label']);
	});
	test('resistance that has doubled, and that will', () => {
		const grown = (times: number) =>
			ageingOf(
				pack({ firstUsedOn: '2025-01-01' }),
				[],
				Array.from({ length: 13 }, (_, k): Reading => ({
					...before(3.8),
					...{ id: `${k}`, packId: 'p', takenAt: later(k / 12), temperatureDegC: 20 },
					cellResistancesOhm: [1, 1, 1].map(() => 0.01 * times ** (k / 12))
				})),
				[],
				later(1)
			).says.map((s) => s.id);
		assert.deepEqual(grown(1.1), []);
		assert.deepEqual(grown(1.7), ['resistance-grows']);
		assert.deepEqual(grown(2.6), ['resistance-grown']);
	});
	test('nothing known, nothing said', () =>
		assert.deepEqual(ageingOf(pack(), [], [], [], later(1)), {
			...{ capacity: null, resistance: null, spread: null, leaks: null },
			says: []
		}));
});
