import assert from 'node:assert/strict';
import { test } from 'node:test';
import { StandInBench } from './bench';
import { STAND_IN_SPEC } from './spec';
import {
	CheckAnswer,
	LogAnswer,
	StatusAnswer,
	type KeyedLeg,
	type KeyedProgram,
	type PackTruth
} from '../link/protocol';

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
	curveBend: 0,
	coolingFactor: 1,
	efficiencyFactor: 1,
	voltageErrorV: 0,
	currentFactor: 1,
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
	ok(bench.answer(`POSE c/A ${JSON.stringify(truth(3))}`));
	const check = CheckAnswer.parse(ok(bench.answer('CHECK c/A')));
	assert.equal(check.cells, 3);
	assert.equal(check.cellV.length, 3);
	ok(bench.answer(`START c/A ${JSON.stringify(program())}`));
	for (let i = 0; i < 2000 && StatusAnswer.parse(ok(bench.answer('STATUS c/A'))).state === 'running'; i++)
		bench.tick(0.1);
	const status = StatusAnswer.parse(ok(bench.answer('STATUS c/A')));
	assert.equal(status.endReason, 'full');
	const times: number[] = [];
	for (let from = 0, more = true; more;) {
		const log = LogAnswer.parse(ok(bench.answer(`LOG c/A {"runId":"run-1","from":${from}}`)));
		times.push(...log.timeS);
		from += log.timeS.length;
		more = log.more;
	}
	assert.equal(times.length, status.samples);
	times.slice(1, -1).forEach((t, k) => assert.equal(t - times[k], 1));
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
		ok(bench.answer(`POSE c/${label} ${JSON.stringify(truth(6, six))}`));
		ok(
			bench.answer(
				`START c/${label} ${JSON.stringify(program({ cells: 6, runId: id }, { currentA: 8, capacityLimitAh: 6 }))}`
			)
		);
	}
	for (let i = 0; i < 20; i++) bench.tick(0.1);
	const power = ['A', 'B'].map((l) => bench.units.get('c')!.channels.get(l)!.outputW);
	assert.ok(power[0] + power[1] <= 240.5, `${power}`);
	assert.ok(power[0] > 180);
});

test('a wrong count, a busy channel, an empty channel and nonsense are refused in words', () => {
	const bench = new StandInBench();
	assert.match(bench.answer('CHECK c/A'), /^ERR empty/);
	ok(bench.answer(`POSE c/A ${JSON.stringify(truth(3))}`));
	assert.match(
		bench.answer(`START c/A ${JSON.stringify(program({ cells: 4 }))}`),
		/^ERR cells 4 cells are set and 3/
	);
	const keyedA = (currentA: number) => bench.answer(`START c/A ${JSON.stringify(program({}, { currentA }))}`);
	assert.match(keyedA(STAND_IN_SPEC.maxCurrentA + 0.1), /^ERR range current above the channel/);
	ok(keyedA(STAND_IN_SPEC.maxCurrentA));
	assert.match(bench.answer(`START c/A ${JSON.stringify(program({ runId: 'other' }))}`), /^ERR busy/);
	assert.match(bench.answer(`POSE c/A ${JSON.stringify(truth(3))}`), /^ERR busy/);
	assert.match(bench.answer('UNPLUG c/A'), /^ERR busy/);
	const other = new StandInBench();
	ok(other.answer(`POSE c/A ${JSON.stringify(truth(3))}`));
	ok(other.answer('UNPLUG c/A'));
	assert.match(other.answer('CHECK c/A'), /^ERR empty/, 'nothing is plugged in any more');
	assert.match(bench.answer('START {}'), /^ERR channel/);
	assert.match(bench.answer('START c/A {"cells":-1}'), /^ERR body/);
	assert.match(bench.answer('START c/A {broken'), /^ERR json/);
	assert.match(bench.answer('drop table'), /^ERR syntax/);
	assert.match(bench.answer('SPEED 7'), /^ERR range/);
	assert.match(bench.answer('DANCE c/A'), /^ERR verb/);
});

test('where balancing is not keyed, no cell is bled: the cells stay as far apart in charge as they were', () => {
	const ended = [true, false].map((balance) => {
		const bench = new StandInBench(600);
		ok(bench.answer(`POSE c/A ${JSON.stringify(truth(2, { soc: [0.5, 0.56] }))}`));
		ok(bench.answer(`START c/A ${JSON.stringify(program({ cells: 2 }, { balance, capacityLimitAh: 3 }))}`));
		for (let i = 0; i < 4000 && bench.running > 0; i++) bench.tick(0.1);
		const { cellV } = CheckAnswer.parse(ok(bench.answer('CHECK c/A')));
		return Math.abs(cellV[1] - cellV[0]);
	});
	assert.ok(ended[0] <= 0.012, `balanced within ${ended[0]} V`);
	assert.ok(ended[1] > 3 * ended[0] && ended[1] > 0.03, `left ${ended[1]} V apart`);
});

test('what it shows is off by its own errors: volts as they are read, charge as it is counted', () => {
	const told = [0, 0.004].map((voltageErrorV) => {
		const bench = new StandInBench(600);
		const off = { voltageErrorV, currentFactor: voltageErrorV ? 1.02 : 1 };
		ok(bench.answer(`POSE c/A ${JSON.stringify(truth(3, off))}`));
		const check = CheckAnswer.parse(ok(bench.answer('CHECK c/A')));
		ok(bench.answer(`START c/A ${JSON.stringify(program({}, { capacityLimitAh: 0.5 }))}`));
		for (let i = 0; i < 4000 && bench.running > 0; i++) bench.tick(0.1);
		const status = StatusAnswer.parse(ok(bench.answer('STATUS c/A')));
		const log = LogAnswer.parse(ok(bench.answer('LOG c/A {"runId":"run-1","from":0}')));
		return { check, status, log };
	});
	const [exact, off] = told;
	assert.ok(Math.abs(exact.check.cellV[0] - off.check.cellV[0] - 0.004) < 0.0011);
	assert.equal(off.status.endReason, 'capacity limit');
	assert.ok(Math.abs(off.status.chargeAh - 0.5) < 0.003, 'it stops by what it counts');
	assert.ok(Math.abs(off.log.currentA[3] - exact.log.currentA[3]) < 1e-6, 'it shows what it was set to');
	assert.ok(Math.abs(off.status.timeS - exact.status.timeS) < 5, 'and so it takes as long');
	const last = (log: { packV: number[] }) => log.packV.at(-1)!;
	assert.ok(last(off.log) + 3 * 0.004 > last(exact.log) + 0.003, 'while more went in than it says');
});

test('the same run id started again is the same run: a caller may repeat itself after a lost answer', () => {
	const bench = new StandInBench(60);
	ok(bench.answer(`POSE c/A ${JSON.stringify(truth(3))}`));
	ok(bench.answer(`START c/A ${JSON.stringify(program())}`));
	bench.tick(1);
	const before = StatusAnswer.parse(ok(bench.answer('STATUS c/A'))).timeS;
	ok(bench.answer(`START c/A ${JSON.stringify(program())}`));
	assert.equal(StatusAnswer.parse(ok(bench.answer('STATUS c/A'))).timeS, before);
});

test('a cycle runs its legs in order: down, rest, up, with one clock over all of them', () => {
	const bench = new StandInBench(600);
	ok(bench.answer(`POSE c/A ${JSON.stringify(truth(1, { soc: [0.1], balanceLead: false }))}`));
	const none = { balance: false, timerMin: null, capacityLimitAh: null, taperA: null };
	const legs = [
		charge({ ...none, kind: 'discharge', currentA: 5, endVoltageV: 3.3, reached: 'end voltage' }),
		charge({ ...none, kind: 'rest', currentA: 0, endVoltageV: null, timerMin: 10 }),
		charge({ ...none, taperA: 0.2 })
	];
	ok(bench.answer(`START c/A ${JSON.stringify(program({ cells: 1, legs }))}`));
	for (let i = 0; i < 3000 && StatusAnswer.parse(ok(bench.answer('STATUS c/A'))).state === 'running'; i++)
		bench.tick(0.1);
	const status = StatusAnswer.parse(ok(bench.answer('STATUS c/A')));
	assert.deepEqual([status.leg, status.legs, status.endReason], [3, 3, 'full']);
	const log = { timeS: [] as number[], currentA: [] as number[] };
	for (let more = true; more;) {
		const from = log.timeS.length;
		const part = LogAnswer.parse(ok(bench.answer(`LOG c/A {"runId":"run-1","from":${from}}`)));
		log.timeS.push(...part.timeS);
		log.currentA.push(...part.currentA);
		more = part.more;
	}
	log.timeS.slice(1).forEach((t, k) => assert.ok(t > log.timeS[k]));
	assert.ok(log.currentA[1] < 0 && log.currentA.includes(0) && log.currentA.at(-2)! > 0);
	const out = -Math.min(...log.currentA);
	assert.ok(out > 1.9 && out < 2.05, `${out} A out, of 5 A keyed: it takes 2 A at the most`);
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
		ok(bench.answer(`POSE c/A ${JSON.stringify(truth(6, nickel))}`));
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
		ok(bench.answer(`START c/A ${JSON.stringify(program({ chemistry: 'nimh', cells: 6, legs: [leg] }))}`));
		for (let i = 0; i < 3000 && StatusAnswer.parse(ok(bench.answer('STATUS c/A'))).state === 'running'; i++)
			bench.tick(0.1);
		return StatusAnswer.parse(ok(bench.answer('STATUS c/A')));
	});
	assert.deepEqual(
		ends.map((e) => e.endReason),
		['full', 'temperature rise']
	);
	assert.ok(ends[1].timeS < ends[0].timeS);
});

test('what cannot be simulated is refused, and nothing of it is kept', () => {
	const bench = new StandInBench();
	const plug = (change: object) => bench.answer(`POSE c/A ${JSON.stringify({ ...truth(3), ...change })}`);
	assert.match(plug({ chemistry: 'unobtainium' }), /^ERR body/);
	assert.match(plug({ chemistry: '__proto__' }), /^ERR body/);
	assert.match(plug({ soc: [0.3] }), /^ERR body .*every cell needs/);
	assert.match(plug({ capacityAh: [] }), /^ERR body/);
	assert.match(plug({ startDegC: 1e9 }), /^ERR body/);
	assert.match(bench.answer('CHECK c/A'), /^ERR empty/);
	ok(plug({}));
	const odd = { ...program(), chemistry: 'unobtainium' };
	assert.match(bench.answer(`START c/A ${JSON.stringify(odd)}`), /^ERR body/);
	assert.equal(StatusAnswer.parse(ok(bench.answer('STATUS c/A'))).state, 'plugged');
});

test('what is no request of this protocol is told so: lines of a web page, an address that is none', () => {
	const bench = new StandInBench();
	for (const line of [
		'POST / HTTP/1.1',
		'STATUS /c/A HTTP/1.1',
		'STATUS A',
		'Host: 127.0.0.1',
		'{}',
		'START c/A/B {}'
	])
		assert.match(bench.answer(line), /^ERR syntax/, line);
	assert.match(bench.answer('STATUS'), /^ERR channel/);
	assert.equal(bench.units.size, 0, 'asking makes nothing');
});

test('a start that was taken back never starts, however late it comes; one that has started is not taken back', () => {
	const bench = new StandInBench(60);
	ok(bench.answer(`POSE c/A ${JSON.stringify(truth(3))}`));
	ok(bench.answer('CANCEL c/A {"runId":"run-1"}'));
	assert.match(bench.answer(`START c/A ${JSON.stringify(program())}`), /^ERR cancelled/);
	ok(bench.answer(`START c/A ${JSON.stringify(program({ runId: 'run-2' }))}`));
	assert.match(bench.answer('CANCEL c/A {"runId":"run-2"}'), /^ERR started/);
	ok(bench.answer('CANCEL c/B {"runId":"run-3"}'));
	ok(bench.answer(`POSE c/B ${JSON.stringify(truth(3))}`));
	assert.match(bench.answer(`START c/B ${JSON.stringify(program({ runId: 'run-3' }))}`), /^ERR cancelled/);
});

test('a request is of one run: stopping another, or fetching its samples, is refused', () => {
	const bench = new StandInBench(60);
	ok(bench.answer(`POSE c/A ${JSON.stringify(truth(3))}`));
	ok(bench.answer(`START c/A ${JSON.stringify(program())}`));
	bench.tick(1);
	assert.match(bench.answer('STOP c/A {"runId":"other"}'), /^ERR gone/);
	assert.match(bench.answer('LOG c/A {"runId":"other","from":0}'), /^ERR gone/);
	assert.equal(StatusAnswer.parse(ok(bench.answer('STATUS c/A'))).state, 'running');
	ok(bench.answer('STOP c/A {"runId":"run-1"}'));
	ok(bench.answer('STOP c/A {"runId":"run-1"}'));
	assert.equal(StatusAnswer.parse(ok(bench.answer('STATUS c/A'))).endReason, 'stopped');
});

test('chargers are apart: a run, a pack and the power of one are not those of another', () => {
	const bench = new StandInBench(60);
	for (const unit of ['c', 'd']) {
		ok(bench.answer(`POSE ${unit}/A ${JSON.stringify(truth(3))}`));
		ok(bench.answer(`START ${unit}/A ${JSON.stringify(program({ runId: `run-${unit}` }))}`));
	}
	bench.tick(1);
	ok(bench.answer('STOP c/A {"runId":"run-c"}'));
	const state = (at: string) => StatusAnswer.parse(ok(bench.answer(`STATUS ${at}`))).state;
	assert.deepEqual([state('c/A'), state('d/A'), state('d/B')], ['ended', 'running', 'empty']);
	assert.equal(bench.running, 1);
});

test('a charger has two channels; one described anew takes the place of one that is idle, never of one that runs', () => {
	const bench = new StandInBench(60);
	const plug = (id: string) => bench.answer(`POSE c/${id} ${JSON.stringify(truth(3))}`);
	ok(plug('A'));
	ok(plug('B'));
	ok(bench.answer(`START c/A ${JSON.stringify(program())}`));
	ok(plug('C'));
	assert.equal(StatusAnswer.parse(ok(bench.answer('STATUS c/B'))).state, 'empty');
	ok(bench.answer(`START c/C ${JSON.stringify(program({ runId: 'run-2' }))}`));
	assert.match(plug('D'), /^ERR busy both channels/);
});

test('it says how long it has been on', () => {
	const bench = new StandInBench(600);
	bench.tick(1.5);
	assert.equal(StatusAnswer.parse(ok(bench.answer('STATUS c/A'))).upS, 1.5);
});

test('it keeps a sample a second, however often it is asked how far it is', () => {
	const bench = new StandInBench(1);
	ok(bench.answer(`POSE c/A ${JSON.stringify(truth(3))}`));
	ok(bench.answer(`START c/A ${JSON.stringify(program())}`));
	for (let i = 0; i < 80; i++) bench.tick(0.25);
	const { samples } = StatusAnswer.parse(ok(bench.answer('STATUS c/A')));
	assert.ok(samples >= 19 && samples <= 21, `${samples} in twenty seconds`);
});
