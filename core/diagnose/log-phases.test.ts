/** Logs of the simulated charger, and some drawn by hand, read without knowing their program. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { LogAnswer, type Fault } from '../../link/protocol';
import { StandInBench } from '../../stand-in/bench';
import { emptyTelemetry, joined, type Telemetry } from '../simulate/telemetry';
import { analyseLog, phaseText } from './log-phases';

/** `seconds` of a course, a sample each second. */
function course(seconds: number, at: (s: number) => { a: number; v: number; cells?: number[] }): Telemetry {
	const t = emptyTelemetry(at(0).cells?.length ?? 0);
	for (let s = 0; s < seconds; s++) {
		const { a, v, cells } = at(s);
		t.timeS.push(s);
		t.currentA.push(a);
		t.packV.push(v);
		t.chargeAh.push(0);
		t.temperatureDegC.push(20);
		cells?.forEach((c, i) => t.cellV[i].push(c));
	}
	return t;
}
const named = (t: Telemetry) => analyseLog(t).phases.map((p) => p.phase);

test('of fewer than ten samples nothing is said, and no charge is counted', () => {
	const nothing = { phases: [], steps: [], events: [], inAh: 0, outAh: 0 };
	const constant = (n: number) => course(n, () => ({ a: 2, v: 11 }));
	assert.deepEqual(analyseLog(constant(0)), nothing);
	assert.deepEqual(analyseLog(constant(9)), nothing);
	assert.ok(analyseLog(constant(10)).inAh > 0);
});

test('constant current, then constant voltage with a falling current; charge by amps and hours', () => {
	const t = course(5400, (s) =>
		s < 3000 ? { a: 2, v: 11 + s / 1875 } : { a: 2 * Math.exp(-(s - 3000) / 900), v: 12.6 }
	);
	const { phases, inAh } = analyseLog(t);
	assert.deepEqual(
		phases.map((p) => p.phase),
		['constant current', 'constant voltage']
	);
	assert.ok(Math.abs(phases[0].toS - 3000) < 45, `${phases[0].toS}`);
	// 2 A for 3000 s, and the integral of the decay: 2·900·(1 − e^(−2400/900)) A·s.
	const paper = (2 * 3000 + 1800 * (1 - Math.exp(-2400 / 900))) / 3600;
	assert.ok(Math.abs(inAh / paper - 1) < 1e-3, `${inAh} ${paper}`);
	assert.match(phaseText(phases[1]), /^constant voltage from 50 to 90 min, 12\.60 V, \d+ mAh$/);
});

test('a current that falls as the volts rise, at constant watts, is held by power', () => {
	const t = course(4000, (s) => ({ v: 20 + s / 1000, a: 80 / (20 + s / 1000) }));
	assert.deepEqual(named(t), ['held by power']);
});

test('rest, discharge, rest: signs and stillness', () => {
	const t = course(3000, (s) =>
		s < 900 ? { a: 0, v: 12.3 } : s < 2100 ? { a: -2, v: 11.9 - (s - 900) / 3000 } : { a: 0, v: 11.8 }
	);
	const { phases, outAh, steps } = analyseLog(t);
	assert.deepEqual(
		phases.map((p) => p.phase),
		['rest', 'discharge', 'rest']
	);
	assert.ok(Math.abs(outAh - (2 * 1200) / 3600) < 0.003);
	// 12.3 to 11.9 V at 2 A.
	assert.ok(Math.abs(steps[0].packOhm - 0.2) < 1e-6, `${steps[0].packOhm}`);
});

test('a current that jumps about is pulsed, and a steady trickle at full volts a float', () => {
	const t = course(2400, (s) =>
		s < 1200 ? { a: s % 6 < 3 ? 0.5 : 0.2, v: 12.6 } : { a: s < 1230 ? 2 : 0.05, v: s < 1230 ? 12.6 : 13.5 }
	);
	const phases = named(t);
	assert.equal(phases[0], 'pulsed');
	assert.equal(phases.at(-1), 'float');
});

test('a dip at constant current is found with its height; a rise without one is not', () => {
	const nickel = course(3600, (s) => ({ a: 1.2, v: s < 3000 ? 8 + s / 3000 : 9 - (s - 3000) / 15000 }));
	const [dip] = analyseLog(nickel).events;
	assert.equal(dip.kind, 'dip');
	assert.match(dip.sentence, /highest at 50 min, 9\.00 V, and fell by 40 mV/);
	assert.deepEqual(analyseLog(course(3600, (s) => ({ a: 1.2, v: 8 + s / 3000 }))).events, []);
	// The first minutes of a nickel charge fall and rise by themselves.
	const after = (minutes: number) =>
		course(600 + 60 * minutes, (s) => {
			const t = s - 600;
			const peak = 60 * minutes - 80;
			return {
				a: t < 0 ? 0 : 1.2,
				v: t < 0 ? 8.4 : t < peak ? 9 - (peak - t) / 2000 : 9 - (t - peak) / 1500
			};
		});
	const kinds = (minutes: number) => analyseLog(after(minutes)).events.map((e) => e.kind);
	assert.deepEqual([kinds(4), kinds(8)], [[], ['dip']]);
});

test('a gap and a clock that begins anew are said', () => {
	const t = course(600, () => ({ a: 1, v: 8 }));
	const gap = { ...t, timeS: t.timeS.map((s) => (s < 300 ? s : s + 600)) };
	assert.deepEqual(
		analyseLog(gap).events.map((e) => e.kind),
		['gap']
	);
	const anew = { ...t, timeS: t.timeS.map((s) => (s < 300 ? s : s - 300)) };
	assert.deepEqual(
		analyseLog(anew).events.map((e) => e.kind),
		['restart']
	);
	const twice = { ...t, timeS: t.timeS.map((s) => s - (s % 2)) };
	assert.deepEqual(analyseLog(twice).events, [], 'two lines of one second are no new beginning');
	assert.deepEqual(analyseLog(course(5, () => ({ a: 1, v: 8 }))).phases, []);
});

/** A charge on the simulated charger with these faults, as its log. */
function charged(faults: Fault[]): Telemetry {
	const bench = new StandInBench(600);
	const truth = {
		chemistry: 'lipo',
		capacityAh: Array(3).fill(2),
		soc: Array(3).fill(0.35),
		seriesOhm: Array(3).fill(0.008),
		relaxOhm: Array(3).fill(0.012),
		startDegC: 20,
		ambientDegC: 20,
		balanceLead: true,
		tag: 'p'
	};
	bench.answer(`FAULTS c/A ${JSON.stringify(faults)}`);
	bench.answer(`POSE c/A ${JSON.stringify(truth)}`);
	const leg = { kind: 'charge', currentA: 2, endVoltageV: 4.2, taperA: 0.2, balance: false, timerMin: 200 };
	const started = bench.answer(
		`START c/A ${JSON.stringify({ runId: 'r', chemistry: 'lipo', cells: 3, legs: [leg] })}`
	);
	assert.equal(started, 'OK');
	const parts: Telemetry[] = [];
	for (let from = 0; bench.running; from += parts.at(-1)!.timeS.length) {
		bench.tick(0.5);
		parts.push(LogAnswer.parse(JSON.parse(bench.answer(`LOG c/A {"runId":"r","from":${from}}`).slice(3))));
	}
	return joined(parts);
}

test('a sound charge of the simulated charger is read as it went, and nothing is made of it', () => {
	const log = analyseLog(charged([]));
	assert.deepEqual(
		log.phases.map((p) => p.phase),
		['constant current', 'constant voltage']
	);
	assert.deepEqual(log.events, []);
	assert.ok(Math.abs(log.inAh - 1.3) < 0.05, `${log.inAh}`);
});

test('a weak cell parts, and a leaking one lags: named with what they make', () => {
	const [weak] = analyseLog(charged([{ kind: 'weak cell', cell: 2, times: 8 }])).events;
	assert.match(weak.sentence, /^Cell 2 parts from its fellows/);
	const [leaky] = analyseLog(charged([{ kind: 'leaking cell', cell: 1, leakA: 0.9 }])).events;
	assert.match(leaky.sentence, /^Cell 1 parts .* below them/);
	// 30 mV down in two minutes at an unchanged current; over four minutes, or with less current,
	// that is nothing.
	const falls = (by: number, overS: number, then = 2) =>
		analyseLog(
			course(1200, (s) => {
				const down = by * Math.max(0, Math.min(1, (s - 600) / overS));
				const cells = [3.9, 3.9, 3.9 - down];
				return { a: s < 660 ? 2 : then, v: 11.7 - down, cells };
			})
		).events.find((e) => e.kind === 'cell falls');
	assert.match(falls(0.03, 120)!.sentence, /^Cell 3 fell by 2\d mV until 1[12] min .*with the same current/);
	assert.ok(falls(0.021, 60) && !falls(0.019, 60));
	assert.equal(falls(0.03, 240), undefined);
	assert.equal(falls(0.03, 120, 1.9), undefined);
});
