/** Which of several readings of the cells the eyes on a run believe. */
import { aRunEvent } from '../../tests/support/pack-events';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { resolve } from '../request/context';
import { solve } from '../program/solve';
import { emptyTelemetry } from '../simulate/telemetry';
import { RunWatch } from './watch';

const NOW = '2026-05-02T18:00:00.000Z';
const READ = '2026-05-02T10:00:00.000Z';
/** Cell 1 stands 150 mV above its fellows for five minutes. */
function parted() {
	const t = emptyTelemetry(3);
	for (let s = 0; s < 300; s += 5) {
		const cells = [3.95, 3.8, 3.8];
		t.timeS.push(s);
		t.currentA.push(2);
		t.packV.push(11.55);
		t.chargeAh.push(s / 3600);
		t.temperatureDegC.push(21);
		cells.forEach((v, i) => t.cellV[i].push(v));
	}
	return t;
}
const seen = (readV: number[], checkV: number[] | null, lastRun: { endedAt: string } | null = null) => {
	const context = aContext({
		pack: aPack({ chemistry: 'lipo', cells: 3, capacityAh: 2 }),
		reading: aReading(readV, { takenAt: READ }),
		now: NOW,
		task: 'balance',
		around: { events: lastRun ? [aRunEvent({ ...lastRun, endReason: 'stopped' })] : [] }
	});
	const { settings } = solve(context);
	return new RunWatch(resolve(context), settings, null, checkV).take(parted()).map((w) => w.rule);
};
const LEVEL = [3.75, 3.75, 3.75];
const AHEAD = [3.9, 3.75, 3.75];

test('cells that were level at rest and part are said; those that stood so at rest are not', () => {
	assert.ok(seen(LEVEL, null).includes('cells part'));
	assert.deepEqual(seen(AHEAD, null), []);
});

test('what the charger read just before the start counts before what a meter showed hours ago', () => {
	assert.deepEqual(seen(LEVEL, AHEAD), []);
	assert.ok(seen(AHEAD, LEVEL).includes('cells part'));
});

test('a reading from before the last run, or use, says nothing of how the cells stand', () => {
	assert.ok(!seen(LEVEL, null, { endedAt: '2026-05-02T14:00:00.000Z' }).includes('cells part'));
});

/**
 * A charge at its end volts for some seconds, its current falling until `risesAtS` and then
 * higher by half.
 */
function atItsEnd(endForS: number, risesAtS: number, lastS: number, risenA = 1.8) {
	const t = emptyTelemetry(3);
	for (let s = 0; s <= lastS; s += 5) {
		const inVoltage = s >= lastS - endForS;
		t.timeS.push(s);
		t.currentA.push(s >= risesAtS ? risenA : 1.2);
		t.packV.push(inVoltage ? 12.6 : 12.3);
		t.chargeAh.push(s / 3600);
		t.temperatureDegC.push(21);
		for (const cell of t.cellV) cell.push(inVoltage ? 4.2 : 4.1);
	}
	const context = aContext({
		pack: aPack({ chemistry: 'lipo', cells: 3, capacityAh: 2 }),
		reading: aReading(LEVEL, { takenAt: READ }),
		now: NOW,
		task: 'charge'
	});
	const { settings } = solve(context);
	const own = { ...settings, endVoltageV: 4.2, balance: false };
	return new RunWatch(resolve(context), own, null, null).take(t).map((w) => w.rule);
}

test('a current that rises at the end volts is laid beside what flowed two minutes before and earlier, at those volts', () => {
	assert.ok(atItsEnd(400, 300, 360).includes('current rises'));
	assert.ok(!atItsEnd(400, 1000, 360).includes('current rises'), 'it only falls');
	// A tenth of it and a tenth of an ampere are within what a charger regulates: 1.1 × 1.2 + 0.1 =
	// 1.42 A.
	assert.ok(atItsEnd(400, 300, 360, 1.425).includes('current rises'));
	assert.ok(!atItsEnd(400, 300, 360, 1.415).includes('current rises'));
	assert.ok(!atItsEnd(110, 300, 360).includes('current rises'), 'two minutes ago it was not at its end yet');
});

/** A charge at two amps below its end; each cell by its volts at a moment. */
function watched(
	cells: (s: number) => number[],
	lastS: number,
	task: 'charge' | 'balance' = 'charge',
	amps = 2,
	aboveV = 0,
	counts = 1
) {
	const t = emptyTelemetry(cells(0).length);
	for (let s = 0; s <= lastS; s += 5) {
		const now = cells(s);
		t.timeS.push(s);
		t.currentA.push(amps);
		t.packV.push(now.reduce((a, b) => a + b, 0) + aboveV);
		t.chargeAh.push((counts * Math.abs(amps) * s) / 3600);
		t.temperatureDegC.push(21);
		now.forEach((v, i) => t.cellV[i].push(v));
	}
	const context = aContext({
		pack: aPack({ chemistry: 'lipo', cells: 3, capacityAh: 2 }),
		reading: aReading(LEVEL, { takenAt: READ }),
		now: NOW,
		task
	});
	const { settings } = solve(context);
	return new RunWatch(resolve(context), { ...settings, balance: task === 'balance' }, null, null).take(t);
}

test('a cell that falls by 20 mV at unchanged current is said, by 19 it is not', () => {
	const falls = (byV: number) =>
		watched((s) => [s >= 200 ? 3.8 - byV : 3.8, 3.8, 3.8], 300).filter((w) => w.rule === 'cell falls');
	assert.match(falls(0.0201)[0].sentence, /Cell 1 fell by 20 mV/);
	assert.equal(falls(0.0201)[0].severity, 'stop');
	assert.deepEqual(falls(0.0195), []);
	const slowly = watched((s) => [s >= 200 ? 3.75 : 3.8, 3.8, 3.8], 300, 'charge', 0.5);
	assert.ok(
		slowly.some((w) => w.rule === 'cell falls'),
		'at half an ampere as well'
	);
});

test('told to stop, nobody is warned of the same afterwards; warned first, one is told to stop once it is worse', () => {
	const parts = (cells: (s: number) => number[]) =>
		watched(cells, 500)
			.filter((w) => w.rule === 'cells part')
			.map((w) => w.severity);
	assert.deepEqual(
		parts((s) => [s < 250 ? 4.15 : 3.95, 3.8, 3.8]),
		['stop']
	);
	assert.deepEqual(
		parts((s) => [s < 250 ? 3.95 : 4.15, 3.8, 3.8]),
		['warn', 'stop']
	);
});

test('while it gives, cells that part are not called that: it is how the weakest is found', () => {
	const parts = (amps: number) =>
		watched((s) => [s < 100 ? 3.8 : 3.6, 3.8, 3.8], 500, 'charge', amps).some((w) => w.rule === 'cells part');
	assert.equal(parts(2), true);
	assert.equal(parts(-2), false);
});

test('what the main lead reads above its cells is the plug’s, where all of its cells are seen and current flows', () => {
	const plug = (cells: number[], amps: number, aboveV: number) =>
		watched(() => cells, 500, 'charge', amps, aboveV).find((w) => w.rule === 'plug');
	assert.match(
		plug([3.8, 3.8, 3.8], 2, 0.2)!.sentence,
		/^The main lead reads 200 mV more than its cells together at 2\.0 A: 100 mΩ in plug and lead/
	);
	assert.equal(
		plug([3.8, 3.8, 3.8], 0.29, 0.2),
		undefined,
		'hardly any current tells nothing of a resistance'
	);
	assert.equal(plug([3.8, 3.8], 2, 3.8), undefined, 'a third cell is not seen');
	assert.equal(plug([3.8, 3.8, 3.8], -2, 0.2), undefined);
});

test('more charge than its current can have put in by then is a limit that was broken', () => {
	const limit = (counts: number) =>
		watched(() => [3.8, 3.8, 3.8], 900, 'charge', 2, 0, counts).find((w) => w.rule === 'limit');
	assert.equal(limit(1), undefined);
	assert.match(limit(1.5)!.sentence, /more than 2\.00? A can put in/);
});
