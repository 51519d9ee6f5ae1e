import assert from 'node:assert/strict';
import { test } from 'node:test';
import { StandInBench } from './bench';
import {
	CheckAnswer,
	LogAnswer,
	StatusAnswer,
	type KeyedLeg,
	type KeyedProgram,
	type PackTruth
} from './protocol';

const truth = (cells: number, change: Partial<PackTruth> = {}): PackTruth => ({
	chemistry: 'lipo',
	capacityAh: Array.from({ length: cells }, () => 2),
	soc: Array.from({ length: cells }, (_, i) => 0.3 + 0.01 * i),
	seriesOhm: Array.from({ length: cells }, () => 0.006),
	relaxOhm: Array.from({ length: cells }, () => 0.015),
	startDegC: 20,
	ambientDegC: 20,
	balanceLead: true,
	falsePeakV: 0,
	tag: 'pack-1',
	...change
});
const charge = (change: Partial<KeyedLeg> = {}): KeyedLeg => ({
	kind: 'charge',
	currentA: 2,
	endVoltageV: 4.2,
	balance: true,
	taperA: 0.2,
	deltaV: null,
	holdOffS: 0,
	riseKPerMin: null,
	timerMin: 200,
	capacityLimitAh: 2.2,
	temperatureLimitDegC: 45,
	reached: 'full',
	goesOnAnyway: false,
	...change
});
const program = (change: Partial<KeyedProgram> = {}, leg: Partial<KeyedLeg> = {}): KeyedProgram => ({
	runId: 'run-1',
	chemistry: 'lipo',
	cells: 3,
	legs: [charge(leg)],
	...change
});
const ok = (answer: string) => {
	assert.match(answer, /^OK/, answer);
	return answer.length > 3 ? JSON.parse(answer.slice(3)) : null;
};

test('plug, check, start, follow to full, read every sample back without a gap', () => {
	const bench = new StandInBench(600);
	ok(bench.answer(`PLUG A ${JSON.stringify(truth(3))}`));
	const check = CheckAnswer.parse(ok(bench.answer('CHECK A')));
	assert.equal(check.cells, 3);
	assert.equal(check.cellV.length, 3);
	ok(bench.answer(`START A ${JSON.stringify(program())}`));
	for (let i = 0; i < 2000 && StatusAnswer.parse(ok(bench.answer('STATUS A'))).state === 'running'; i++)
		bench.tick(0.1);
	const status = StatusAnswer.parse(ok(bench.answer('STATUS A')));
	assert.equal(status.endReason, 'full');
	const times: number[] = [];
	for (let from = 0, more = true; more;) {
		const log = LogAnswer.parse(ok(bench.answer(`LOG A {"from":${from}}`)));
		times.push(...log.timeS);
		from += log.timeS.length;
		more = log.more;
	}
	assert.equal(times.length, status.samples);
	times.slice(1, -1).forEach((t, k) => assert.equal(t - times[k], 5));
});

test('two channels share the power: the second is held back while the first draws its own', () => {
	const bench = new StandInBench(60);
	const six = {
		capacityAh: Array(6).fill(5),
		soc: Array(6).fill(0.5),
		seriesOhm: Array(6).fill(0.003),
		relaxOhm: Array(6).fill(0.007)
	};
	for (const [label, id] of ['A', 'B'].map((l) => [l, `run-${l}`])) {
		ok(bench.answer(`PLUG ${label} ${JSON.stringify(truth(6, six))}`));
		ok(
			bench.answer(
				`START ${label} ${JSON.stringify(program({ cells: 6, runId: id }, { currentA: 8, capacityLimitAh: 6 }))}`
			)
		);
	}
	for (let i = 0; i < 20; i++) bench.tick(0.1);
	const power = ['A', 'B'].map((l) => bench.channels.get(l)!.outputW);
	assert.ok(power[0] + power[1] <= 240.5, `${power}`);
	assert.ok(power[0] > 180);
});

test('a wrong count, a busy channel, an empty channel and nonsense are refused in words', () => {
	const bench = new StandInBench();
	assert.match(bench.answer('CHECK A'), /^ERR empty/);
	ok(bench.answer(`PLUG A ${JSON.stringify(truth(3))}`));
	assert.match(
		bench.answer(`START A ${JSON.stringify(program({ cells: 4 }))}`),
		/^ERR cells 4 cells are set and 3/
	);
	ok(bench.answer(`START A ${JSON.stringify(program())}`));
	assert.match(bench.answer(`START A ${JSON.stringify(program({ runId: 'other' }))}`), /^ERR busy/);
	assert.match(bench.answer(`PLUG A ${JSON.stringify(truth(3))}`), /^ERR busy/);
	assert.match(bench.answer('UNPLUG A'), /^ERR busy/);
	assert.match(bench.answer('START Q {}'), /^ERR channel/);
	assert.match(bench.answer('START A {"cells":-1}'), /^ERR body/);
	assert.match(bench.answer('START A {broken'), /^ERR json/);
	assert.match(bench.answer('drop table'), /^ERR syntax/);
	assert.match(bench.answer('SPEED 7'), /^ERR range/);
	assert.match(bench.answer('DANCE A'), /^ERR verb/);
});

test('the same run id started again is the same run: a caller may repeat itself after a lost answer', () => {
	const bench = new StandInBench(60);
	ok(bench.answer(`PLUG A ${JSON.stringify(truth(3))}`));
	ok(bench.answer(`START A ${JSON.stringify(program())}`));
	bench.tick(1);
	const before = StatusAnswer.parse(ok(bench.answer('STATUS A'))).timeS;
	ok(bench.answer(`START A ${JSON.stringify(program())}`));
	assert.equal(StatusAnswer.parse(ok(bench.answer('STATUS A'))).timeS, before);
});

test('a cycle runs its legs in order: down, rest, up, with one clock over all of them', () => {
	const bench = new StandInBench(600);
	ok(bench.answer(`PLUG A ${JSON.stringify(truth(1, { soc: [0.1], balanceLead: false }))}`));
	const none = { balance: false, timerMin: null, capacityLimitAh: null, taperA: null };
	const legs = [
		charge({ ...none, kind: 'discharge', currentA: 2, endVoltageV: 3.3, reached: 'end voltage' }),
		charge({ ...none, kind: 'rest', currentA: 0, endVoltageV: null, timerMin: 10 }),
		charge({ ...none, taperA: 0.2 })
	];
	ok(bench.answer(`START A ${JSON.stringify(program({ cells: 1, legs }))}`));
	for (let i = 0; i < 3000 && StatusAnswer.parse(ok(bench.answer('STATUS A'))).state === 'running'; i++)
		bench.tick(0.1);
	const status = StatusAnswer.parse(ok(bench.answer('STATUS A')));
	assert.deepEqual([status.leg, status.legs, status.endReason], [3, 3, 'full']);
	const log = LogAnswer.parse(ok(bench.answer('LOG A {"from":0}')));
	log.timeS.slice(1).forEach((t, k) => assert.ok(t > log.timeS[k]));
	assert.ok(log.currentA[1] < 0 && log.currentA.includes(0) && log.currentA.at(-2)! > 0);
});

test('where the rise of temperature is keyed, it ends a nickel charge that the dip alone would end later', () => {
	const ends = [null, 1].map((riseKPerMin) => {
		const bench = new StandInBench(600);
		const nickel = {
			chemistry: 'nimh',
			capacityAh: Array(6).fill(2.4),
			soc: Array(6).fill(0.5),
			seriesOhm: Array(6).fill(0.01),
			relaxOhm: Array(6).fill(0.01),
			balanceLead: false
		};
		ok(bench.answer(`PLUG A ${JSON.stringify(truth(6, nickel))}`));
		const leg = charge({
			currentA: 2.4,
			endVoltageV: null,
			balance: false,
			taperA: null,
			// Coarse on purpose, so that the rise comes first.
			deltaV: 0.03,
			holdOffS: 300,
			riseKPerMin,
			capacityLimitAh: 4,
			temperatureLimitDegC: null
		});
		ok(bench.answer(`START A ${JSON.stringify(program({ chemistry: 'nimh', cells: 6, legs: [leg] }))}`));
		for (let i = 0; i < 3000 && StatusAnswer.parse(ok(bench.answer('STATUS A'))).state === 'running'; i++)
			bench.tick(0.1);
		return StatusAnswer.parse(ok(bench.answer('STATUS A')));
	});
	assert.deepEqual(
		ends.map((e) => e.endReason),
		['full', 'temperature rise']
	);
	assert.ok(ends[1].timeS < ends[0].timeS);
});
