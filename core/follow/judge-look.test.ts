import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { aMultiCharger } from '../../tests/support/rule-cases';
import type { Look, LookKind } from '../log/look';
import { solve } from '../program/solve';
import type { Expected } from './following';
import { judgeLook } from './judge-look';
import { takenAs } from './taken-as';

const { resolved: r, settings } = solve(
	aContext({
		charger: aMultiCharger(),
		pack: aPack({ cells: 4, capacityAh: 5 }),
		reading: aReading([3.7, 3.7, 3.7, 3.7])
	})
);
const around = (median: number, by: number): Expected => ({
	p5: median - by,
	median,
	p95: median + by,
	least: median - 2 * by,
	most: median + 2 * by
});
const judge = (what: LookKind, value: number, e: Expected | null, earlier: Look[] = []) =>
	judgeLook(r, settings, { minute: 30, what, value }, earlier, e);

test('within its band a figure is on track, beside it ahead or behind, far from it a reason to stop', () => {
	const volts = around(15.5, 0.04);
	assert.equal(judge('packV', 15.5, volts).verdict, 'on track');
	assert.equal(judge('packV', 15.55, volts).verdict, 'on track', 'a step of the screen is nothing');
	assert.equal(judge('packV', 15.56, volts).verdict, 'ahead');
	assert.equal(judge('packV', 15.44, volts).verdict, 'behind');
	assert.match(judge('packV', 15.44, volts).sentence, /15\.44 V, where 15\.46 V to 15\.54 V was expected/);
	assert.equal(judge('packV', 15.599, volts).verdict, 'ahead');
	assert.equal(judge('packV', 15.601, volts).verdict, 'stop now');
	assert.equal(judge('packV', volts.most + 2 * 0.01, volts).verdict, 'ahead', 'two steps to the digit');
	assert.equal(judge('packV', volts.least - 2 * 0.01, volts).verdict, 'behind');
	assert.match(judge('packV', 15.39, volts).sentence, /far too low\. A cell may be failing/);
	assert.equal(judge('packV', 15.401, volts).verdict, 'behind');
});

test('less current or charge than a sound pack takes asks for a closer look; more of it means stop', () => {
	assert.equal(judge('currentA', 4.0, around(4.6, 0.1)).verdict, 'look closer');
	assert.equal(
		judge('currentA', 4.8, around(4.6, 0.05)).verdict,
		'behind',
		'more current is still to come down'
	);
	assert.equal(judge('chargeAh', 1.8, around(2.3, 0.05)).verdict, 'look closer');
	assert.equal(judge('chargeAh', 2.36, around(2.3, 0.05)).verdict, 'ahead');
	assert.equal(judge('chargeAh', 2.42, around(2.3, 0.05)).verdict, 'stop now');
});

test('what the limits forbid is said first, and a run that should be over is behind', () => {
	assert.match(judge('packV', 17.6, null).sentence, /above the end/);
	assert.equal(judge('packV', 16.8, null).verdict, 'behind');
});

test('one number is taken for what it must be; where it may be two things both are offered', () => {
	const shows: Record<LookKind, Expected> = {
		packV: around(15.54, 0.04),
		currentA: around(4.7, 0.1),
		chargeAh: around(2.112, 0.05),
		lowestCellV: around(3.865, 0.01),
		highestCellV: around(3.9, 0.01)
	};
	const first = (typed: string) => takenAs(typed, shows, 4)[0];
	assert.deepEqual(first('15.53'), { what: 'packV', value: 15.53 });
	assert.deepEqual(first('15,53'), { what: 'packV', value: 15.53 });
	assert.deepEqual(first('2112'), { what: 'chargeAh', value: 2.112 });
	assert.deepEqual(first('4.7'), { what: 'currentA', value: 4.7 });
	assert.deepEqual(first('3.86'), { what: 'lowestCellV', value: 3.86 });
	assert.deepEqual(first('3865'), { what: 'lowestCellV', value: 3.865 });
	assert.deepEqual(first('2.1 Ah'), { what: 'chargeAh', value: 2.1 });
	assert.deepEqual(first('900 mA'), { what: 'currentA', value: 0.9 });
	assert.deepEqual(first('17.6'), { what: 'packV', value: 17.6 });
	assert.deepEqual(takenAs('3.9 mV', shows, 1), []);
	assert.deepEqual(takenAs('warm', shows, 4), []);
	assert.deepEqual(takenAs('12 kg', shows, 4), []);
	assert.ok(takenAs('4.2', shows, 4).length > 1, 'a current or a cell');
	// A third off what is expected may still be it; further off nothing is believed unasked.
	assert.deepEqual(takenAs('20.9', shows, 4), [{ what: 'packV', value: 20.9 }]);
	assert.equal(takenAs('21.1', shows, 4).length, 3);
	assert.deepEqual(takenAs('11.6', shows, 4), [{ what: 'packV', value: 11.6 }]);
	assert.equal(takenAs('11.4', shows, 4).length, 3);
	assert.ok(
		takenAs('9', shows, 4).some((t) => t.what === 'currentA'),
		'far from everything, it is offered all the same'
	);
});
