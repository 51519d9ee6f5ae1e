/** When capacities are checked again: common practice, no source. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aPack, NOW } from '../../tests/support/bench-chargers';
import { leadPack, nimhPack } from '../../tests/support/rule-cases';
import type { Pack } from '../pack/pack';
import type { PracticeLayer } from '../practice/practice';
import { maintenanceOf, type CheckHistory } from './maintenance';

const daysBefore = (days: number) => new Date(Date.parse(NOW) - days * 86400e3).toISOString();
const of = (
	change: Partial<CheckHistory> = {},
	person: PracticeLayer = {},
	pack: Pack = aPack(),
	volts = 3.8
) => maintenanceOf(pack, volts > 4.1, { emptiedAt: null, filledAt: null, ...change }, NOW, person)!;

test('every three months by the usual practice, monthly where the person says so', () => {
	assert.equal(of({ emptiedAt: daysBefore(90) }).due, false);
	assert.match(of({ emptiedAt: daysBefore(90) }).sentence, /90 d ago.*usual practice, in 1 d/);
	assert.equal(of({ emptiedAt: daysBefore(91) }).due, true);
	const monthly = of({ emptiedAt: daysBefore(31) }, { maintenance: 'monthly' });
	assert.equal(monthly.due, true);
	assert.match(monthly.sentence, /monthly by your practice/);
});

test('lithium never: not due however old, while nickel goes on every three months', () => {
	const never: PracticeLayer = { maintenance: 'lithium never' };
	assert.equal(of({ emptiedAt: daysBefore(900) }, never).due, false);
	assert.equal(of({ emptiedAt: daysBefore(900) }, never, nimhPack(), 1.3).due, true);
});

test('never checked counts from first use; with neither known it is due', () => {
	assert.equal(of({}, {}, aPack({ firstUsedOn: daysBefore(40).slice(0, 10) })).due, false);
	assert.equal(of({}).due, true);
	assert.match(of({}).sentence, /never checked here/);
});

test('both orders, each family put away as it wants to lie', () => {
	assert.deepEqual(of().steps, ['balance', 'discharge', 'storage']);
	assert.deepEqual(of({}, { maintenanceOrder: 'charge, storage' }).steps, ['balance', 'storage']);
	assert.deepEqual(of({}, {}, nimhPack(), 1.3).steps, ['charge', 'discharge', 'charge']);
	assert.deepEqual(of({}, { maintenanceOrder: 'charge, storage' }, leadPack(), 2.1).steps, ['charge']);
	// By that order a full charge is the check.
	const filled = { filledAt: daysBefore(3), emptiedAt: daysBefore(300) };
	assert.equal(of(filled, { maintenanceOrder: 'charge, storage' }).due, false);
	assert.equal(of(filled).due, true);
});

test('the next run goes by how the pack stands', () => {
	assert.equal(of().next, 'balance');
	assert.equal(of({}, {}, aPack(), 4.19).next, 'discharge');
	assert.equal(of({}, { maintenanceOrder: 'charge, storage' }, aPack(), 4.19).next, 'storage');
});

test('a pack out of service is left alone', () => {
	assert.equal(
		maintenanceOf(aPack({ condition: 'retired' }), false, { emptiedAt: null, filledAt: null }, NOW),
		null
	);
});
