import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aPack, NOW } from '../../tests/support/bench-chargers';
import { aMultiCharger, leadPack, nimhPack } from '../../tests/support/rule-cases';
import { judgeCharger, suitOf } from './suits';

test('the share of 1C falls where the channel is too weak, and the watts that would do are named', () => {
	const six = aPack({ cells: 6, capacityAh: 5, connectorId: null });
	const charger = aMultiCharger({}, { powerW: 60 });
	const suit = suitOf(six, charger, 'ch1', null, NOW);
	// 60 W at 25.2 V is 2.38 A, down to 2.3 A: under half of 1C.
	assert.equal(suit.currentA, 2.3);
	assert.ok(Math.abs(suit.shareOf1C! - 0.46) < 1e-9);
	assert.ok(Math.abs(suit.wattsFor1C - 126) < 1e-9);
	const strong = suitOf(six, aMultiCharger({}, { powerW: 150 }), 'ch1', null, NOW);
	assert.ok(strong.minutes! < 0.6 * suit.minutes!);
});

test('what a channel cannot do is said, not left out', () => {
	const charger = aMultiCharger({}, { chemistries: [{ chemistry: 'lipo', minCells: 1, maxCells: 3 }] });
	const suit = suitOf(nimhPack(), charger, 'ch1', null, NOW);
	assert.equal(suit.currentA, null);
	assert.match(suit.cannot[0], /no program for NiMH/);
	assert.match(suitOf(aPack({ cells: 4 }), charger, 'ch1', null, NOW).cannot[0], /1S to 3S/);
});

test('the judgement names what is missing for these packs, and the price of a watt', () => {
	const charger = aMultiCharger(
		{ price: 100, protections: ['cell count'], sharedPowerW: 50 },
		{ balanceCurrentA: 0, dischargePowerW: 0, hasProbe: false, tasks: ['charge'] }
	);
	const { lacks, powerW, pricePerW } = judgeCharger(charger, [aPack(), leadPack()]);
	assert.equal(powerW, 50);
	assert.equal(pricePerW, 2);
	for (const words of ['balancing', 'discharge', 'probe', 'reversed polarity', 'storage'])
		assert.ok(
			lacks.some((l) => l.includes(words)),
			words
		);
	const whole = judgeCharger(
		aMultiCharger({
			protections: ['reversed polarity', 'cell count', 'over-voltage', 'timer', 'temperature']
		}),
		[aPack(), leadPack()]
	);
	assert.deepEqual(whole.lacks, []);
	assert.equal(whole.pricePerW, null);
});

test('balancing is missed by lithium packs of two cells and more alone', () => {
	const charger = aMultiCharger({}, { balanceCurrentA: 0, showsCells: false });
	const misses = (packs: Parameters<typeof judgeCharger>[1]) =>
		judgeCharger(charger, packs).lacks.some((l) => l.includes('balanc') || l.includes('each cell'));
	assert.equal(misses([aPack({ cells: 2 })]), true);
	assert.equal(misses([aPack({ cells: 1 })]), false);
	assert.equal(misses([nimhPack(), leadPack()]), false);
	assert.equal(misses([nimhPack(), aPack({ cells: 2 })]), true);
});

test('programs of its own that a channel has not are named, each alone', () => {
	const lacksOf = (tasks: string[]) => judgeCharger(aMultiCharger({}, { tasks }), [aPack()]).lacks.join('; ');
	assert.match(lacksOf(['charge', 'balance', 'discharge']), /programs of its own for storage(;|$)/);
	assert.match(lacksOf(['charge', 'balance', 'storage']), /programs of its own for discharge(;|$)/);
	assert.doesNotMatch(lacksOf(['charge', 'balance', 'storage', 'discharge']), /programs of its own/);
});
