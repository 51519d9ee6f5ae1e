import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { aMultiCharger } from '../../tests/support/rule-cases';
import { solvePair } from './pair';

const twoChannels = (sharedPowerW: number | null) => {
	const [channel] = aMultiCharger().channels;
	return { ...aMultiCharger({ sharedPowerW }), channels: [channel, { ...channel, id: 'ch2', label: 'B' }] };
};
const member = (id: string, channelId: string, capacityAh: number, sharedPowerW: number | null) =>
	aContext({
		pack: aPack({ id, cells: 4, capacityAh, connectorId: null }),
		reading: aReading([3.72, 3.72, 3.72, 3.72]),
		charger: twoChannels(sharedPowerW),
		channelId
	});

test('both get the smaller current, and together they stay within the power they share', () => {
	const { both, shared, differences } = solvePair(
		member('one', 'ch1', 5, 120),
		member('two', 'ch2', 4.6, 120)
	);
	assert.deepEqual(differences, []);
	// Half of 120 W at 16.8 V is 3.57 A, down to 3.5 A, less than either pack's 1C.
	assert.equal(shared.currentA, 3.5);
	assert.deepEqual(
		both.map((s) => s.settings.currentA),
		[3.5, 3.5]
	);
	const peak = both.reduce((sum, s) => sum + s.forecast!.best.peakPowerW, 0);
	assert.ok(peak <= 120 + 1e-6);
	assert.ok(both.every((s) => s.proposed));
});

test('what others on the same supply draw already is nobody’s: each has half of what is left', () => {
	const beside = (id: string, channelId: string) => ({
		...member(id, channelId, 5, 120),
		othersOutputW: 30
	});
	const { both, shared } = solvePair(beside('one', 'ch1'), beside('two', 'ch2'));
	// Half of 90 W at 16.8 V is 2.68 A, down to 2.6 A.
	assert.equal(shared.currentA, 2.6);
	assert.ok(both.reduce((sum, s) => sum + s.forecast!.best.peakPowerW, 0) <= 90 + 1e-6);
});

test('without a shared limit the smaller pack decides', () => {
	const { shared } = solvePair(member('one', 'ch1', 5, null), member('two', 'ch2', 3, null));
	assert.equal(shared.currentA, 3);
});

test('packs that differ, or one channel for two, are no pair, and the reason is said', () => {
	const a = member('one', 'ch1', 5, null);
	assert.match(solvePair(a, { ...a }).differences.join(' '), /two packs.*channel of its own/);
	const b = { ...member('two', 'ch2', 5, null), pack: aPack({ id: 'two', cells: 3 }) };
	assert.match(solvePair(a, { ...b, reading: aReading([3.7, 3.7, 3.7]) }).differences[0], /4S, the other 3S/);
});
