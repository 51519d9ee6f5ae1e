import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aSupply } from '../../tests/support/bench-chargers';
import { supplyLeftW, supplyPowerW } from './supply';
import { SupplyInputSchema } from './supply-schema';

test('a supply gives the smaller of its watts and its volts times amps; without either, no limit is known', () => {
	assert.equal(supplyPowerW(aSupply({ voltageV: 24, powerW: 350, currentA: 15 })), 350);
	assert.equal(supplyPowerW(aSupply({ voltageV: 24, powerW: 400, currentA: 15 })), 360);
	assert.equal(supplyPowerW(aSupply({ voltageV: 12, currentA: 20 })), 240);
	assert.equal(supplyPowerW(aSupply()), Infinity);
});

test('what else hangs on it, and what other chargers draw, is taken off; never below nothing', () => {
	const supply = aSupply({ voltageV: 24, powerW: 350, otherLoadW: 50 });
	assert.equal(supplyLeftW(supply, 0), 300);
	assert.equal(supplyLeftW(supply, 120), 180);
	assert.equal(supplyLeftW(supply, 900), 0);
});

test('a supply without a name, of impossible volts or with a negative load is refused in words', () => {
	const wrong = SupplyInputSchema.safeParse({ name: ' ', kind: 'mains', voltageV: 2, otherLoadW: -1 });
	assert.ok(!wrong.success);
	const paths = wrong.error.issues.map((i) => i.path.join('.'));
	for (const path of ['name', 'voltageV', 'otherLoadW']) assert.ok(paths.includes(path), path);
	assert.match(JSON.stringify(wrong.error.issues), /A supply needs a name/);
});

test('figures at the edge of what a supply can be are taken, those beyond are not', () => {
	const { id: _id, ...plain } = aSupply();
	const takes = (change: object) => SupplyInputSchema.safeParse({ ...plain, ...change }).success;
	assert.equal(takes({ capacityAh: 2000 }), true);
	assert.equal(takes({ capacityAh: 2000.5 }), false);
	assert.equal(takes({ capacityAh: 0 }), false);
	assert.equal(takes({ capacityAh: null }), true);
});
