/** What each fault makes the simulated charger show, refuse and say. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { CheckAnswer, LogAnswer, StatusAnswer, type Fault, type PackTruth } from '../link/protocol';
import { StandInBench } from './bench';
import { SupplyWatch } from './faults';

const four = (change: Partial<PackTruth> = {}): PackTruth => ({
	chemistry: 'lipo',
	capacityAh: Array(4).fill(2),
	soc: Array(4).fill(0.4),
	seriesOhm: Array(4).fill(0.008),
	relaxOhm: Array(4).fill(0.012),
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
const leg = { kind: 'charge', currentA: 2, endVoltageV: 4.2, taperA: 0.2, balance: true, timerMin: 200 };
const body = (answer: string) => {
	assert.match(answer, /^OK/, answer);
	return answer.length > 3 ? JSON.parse(answer.slice(3)) : null;
};

class Posed {
	readonly bench = new StandInBench(600);
	constructor(faults: Fault[], change: Partial<PackTruth> = {}) {
		body(this.bench.answer(`FAULTS c/A ${JSON.stringify(faults)}`));
		body(this.bench.answer(`POSE c/A ${JSON.stringify(four(change))}`));
	}
	check = () => CheckAnswer.parse(body(this.bench.answer('CHECK c/A')));
	start = (keyed: object = {}, chemistry = 'lipo') =>
		this.bench.answer(
			`START c/A ${JSON.stringify({ runId: 'r', chemistry, cells: 4, legs: [{ ...leg, ...keyed }] })}`
		);
	status = () => StatusAnswer.parse(body(this.bench.answer('STATUS c/A')));
	log = () => LogAnswer.parse(body(this.bench.answer('LOG c/A {"runId":"r","from":0}')));
	/** Follows it to its end, or for `minutes`. */
	run(minutes = 400) {
		for (let k = 0; k < minutes && this.bench.running; k++) this.bench.tick(0.1);
		return this.status();
	}
}
const begun = (faults: Fault[], keyed: object = {}, change: Partial<PackTruth> = {}) => {
	const posed = new Posed(faults, change);
	body(posed.start(keyed, change.chemistry));
	return posed;
};

test('an open main lead shows no pack and refuses; opened in the run it ends it, with a message', () => {
	const open = new Posed([{ kind: 'main lead open', fromMin: 0 }]);
	assert.deepEqual([open.check().packV, open.check().cells, open.check().cellV.length], [0, null, 4]);
	assert.match(open.start(), /^ERR main no pack is seen/);
	const later = begun([{ kind: 'main lead open', fromMin: 10 }]).run();
	assert.deepEqual([later.endReason, later.message], ['charger error', 'main lead lost']);
	assert.ok(Math.abs(later.timeS - 600) < 3, `${later.timeS}`);
	assert.equal(later.currentA, 0);
});

test('an open inner balance wire reads zero beside double with the total right; shared evenly it shows nothing at rest', () => {
	const pulled = new Posed([{ kind: 'balance wire open', wire: 2, input: 'pulled', fromMin: 0 }]);
	const { cellV, packV } = pulled.check();
	assert.ok(cellV[1] < 0.1 && cellV[2] > 7, `${cellV}`);
	assert.ok(Math.abs(cellV.reduce((a, b) => a + b) - packV) < 0.005, 'the total is right');
	assert.match(pulled.start(), /^ERR cell cell 2 reads 0\.05 V/);
	const alike = new Posed([{ kind: 'balance wire open', wire: 2, input: 'alike', fromMin: 0 }], {
		soc: [0.4, 0.3, 0.5, 0.4]
	}).check();
	assert.equal(alike.cellV[1], alike.cellV[2]);
	const mean = (soc: number) => new Posed([], { soc: [soc, soc, soc, soc] }).check().cellV[0];
	assert.ok(
		Math.abs(2 * alike.cellV[1] - mean(0.3) - mean(0.5)) < 0.003,
		'half of both at rest, no current flows'
	);
	assert.ok(Math.abs(alike.cellV[1] - alike.cellV[0]) < 0.02);
});

test('an open outer wire reads its end cell as nothing and the total of cells short by it', () => {
	for (const wire of [0, 4]) {
		const { cellV, packV } = new Posed([
			{ kind: 'balance wire open', wire, input: 'pulled', fromMin: 0 }
		]).check();
		const lost = wire === 0 ? 0 : 3;
		assert.equal(cellV[lost], 0);
		assert.ok(Math.abs(packV - cellV.reduce((a, b) => a + b) - packV / 4) < 0.01);
	}
});

test('a balance lead that is off shows no cells and refuses to balance; lost in the run it ends it', () => {
	const off = new Posed([{ kind: 'balance lead off', fromMin: 0 }]);
	assert.deepEqual(off.check().cellV, []);
	assert.match(off.start(), /^ERR balance/);
	body(off.start({ balance: false }));
	assert.equal(off.run(20).state, 'running');
	assert.equal(off.log().cellV.length, 0);
	const lost = begun([{ kind: 'balance lead off', fromMin: 5 }]).run();
	assert.equal(lost.message, 'balance lead lost');
});

test('a weak cell is level at rest and stands high under current', () => {
	const weak = begun([{ kind: 'weak cell', cell: 3, times: 6 }]);
	const rest = new Posed([{ kind: 'weak cell', cell: 3, times: 6 }]).check().cellV;
	assert.ok(Math.max(...rest) - Math.min(...rest) < 0.002);
	weak.run(10);
	const { cellV } = weak.log();
	assert.ok(cellV[2].at(-1)! - cellV[0].at(-1)! > 0.05, `${cellV.map((c) => c.at(-1))}`);
});

test('a leaking cell takes in more than its fellows hold and lags behind them', () => {
	const leaky = begun([{ kind: 'leaking cell', cell: 2, leakA: 0.8 }], { balance: false });
	leaky.run(30);
	const { cellV } = leaky.log();
	assert.ok(cellV[0].at(-1)! - cellV[1].at(-1)! > 0.03, `${cellV.map((c) => c.at(-1))}`);
});

test('a dead cell reads next to nothing and makes the count one short', () => {
	const { cells, cellV } = new Posed([{ kind: 'dead cell', cell: 1 }]).check();
	assert.ok(cellV[0] < 0.3, `${cellV}`);
	assert.equal(cells, 3);
	assert.match(new Posed([{ kind: 'dead cell', cell: 1 }]).start(), /^ERR cell cell 1/);
});

test('a bad plug drops volts at the main lead that no cell has, and the current falls early', () => {
	const [bad, good] = [[{ kind: 'bad plug', ohm: 0.1 } as const], []].map((faults) => begun(faults));
	bad.run(5);
	const log = bad.log();
	const k = log.timeS.length - 1;
	const drop = log.packV[k] - log.cellV.reduce((sum, c) => sum + c[k], 0);
	assert.ok(Math.abs(drop - 0.2) < 0.01, `${drop}`);
	bad.run();
	good.run();
	const fromS = (p: Posed) => p.log().timeS[p.log().currentA.findIndex((a, i) => i > 3 && a < 1.9)];
	assert.ok(fromS(bad) < fromS(good) - 60, `${fromS(bad)} ${fromS(good)}`);
});

test('a weak supply holds the current down; one that trips ends the run with a message', () => {
	const held = begun([{ kind: 'weak supply', watts: 20, trips: false, fromMin: 0 }]);
	held.run(5);
	assert.ok(held.status().currentA < 1.4 && held.status().currentA > 1.1, `${held.status().currentA}`);
	const tripped = begun([{ kind: 'weak supply', watts: 20, trips: true, fromMin: 0 }]).run();
	assert.deepEqual([tripped.endReason, tripped.message], ['charger error', 'input volts too low']);
	assert.ok(tripped.timeS < 60);
});

test('a hot charger gives up; one that waits for a confirmation forgets the start', () => {
	assert.equal(begun([{ kind: 'charger hot', fromMin: 12 }]).run().message, 'charger too hot');
	const asked = begun([{ kind: 'not confirmed' }]);
	const status = asked.run(20);
	assert.deepEqual([status.state, status.runId, status.endReason], ['plugged', null, null]);
});

test('a reading that drifts walks away by its rate, and the real cell does not', () => {
	const drifting = begun([{ kind: 'drifting reading', cell: 4, mvPerHour: -60 }], { balance: false });
	drifting.run(20);
	const { cellV } = drifting.log();
	const minutes = drifting.status().timeS / 60;
	assert.ok(Math.abs(cellV[0].at(-1)! - cellV[3].at(-1)! - minutes / 1000) < 0.002);
});

test('its own wrong end charges every cell past what was keyed, and shows it', () => {
	const status = begun([{ kind: 'wrong end', byV: 0.06 }]).run();
	assert.equal(status.endReason, 'full');
	assert.ok(Math.abs(status.packV / 4 - 4.26) < 0.01, `${status.packV / 4}`);
});

test('a false dip ends a nickel charge early; a missed one lets it go on', () => {
	const nickel = { chemistry: 'nimh', balanceLead: false, soc: Array(4).fill(0.1), falsePeakV: 0 };
	const keyed = { balance: false, endVoltageV: null, taperA: null, deltaV: 0.005, timerMin: 100 };
	const early = begun([{ kind: 'false dip', volts: 0.1 }], keyed, nickel).run();
	assert.equal(early.endReason, 'full');
	assert.ok(early.timeS < 20 * 60, `${early.timeS}`);
	const missed = begun([{ kind: 'missed dip' }], keyed, { ...nickel, soc: Array(4).fill(0.6) }).run();
	assert.equal(missed.endReason, 'timer');
});

test('faults stay whatever is plugged in until they are taken out; nonsense is refused', () => {
	const posed = new Posed([{ kind: 'main lead open', fromMin: 0 }]);
	body(posed.bench.answer(`POSE c/A ${JSON.stringify(four())}`));
	assert.equal(posed.check().packV, 0);
	body(posed.bench.answer('FAULTS c/A []'));
	assert.ok(posed.check().packV > 12);
	assert.match(posed.bench.answer('FAULTS c/A [{"kind":"on fire"}]'), /^ERR body/);
});

test('a supply that trips gives up after 20 s of too much in one piece, however often it was asked before', () => {
	const weak: Fault[] = [{ kind: 'weak supply', watts: 60, trips: true, fromMin: 0 }];
	const watch = new SupplyWatch();
	const asked = (watts: number, seconds: number) => watch.trips(weak, 1, watts, seconds);
	assert.equal(asked(61, 19), false);
	assert.equal(asked(60, 1), false, 'what it can give it gives');
	assert.equal(asked(61, 19.5), false, 'and counts anew, from nothing');
	assert.equal(asked(61, 0.5), true);
});
