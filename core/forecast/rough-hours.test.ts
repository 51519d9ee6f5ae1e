/**
 * Rough hours, worked by hand: charge over current, whichever of current and watts gives less;
 * step lengths by them.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { aMultiCharger } from '../../tests/support/rule-cases';
import { chemistryOf } from '../chemistry/catalogue';
import type { TaskId } from '../request/task';
import { solve } from '../program/solve';
import { coarseStepS, roughHours } from './forecast';

const of = (task: TaskId, cells: number, channel: Record<string, number> = {}) => {
	const { resolved: r, settings } = solve(
		aContext({
			charger: aMultiCharger({}, { powerW: 300, maxCurrentA: 12, dischargePowerW: 20, ...channel }),
			pack: aPack({ chemistry: 'lipo', cells, capacityAh: 3 }),
			reading: aReading(Array.from({ length: cells }, () => 3.8)),
			task
		})
	);
	return { r, settings };
};
const { nominalV } = chemistryOf('lipo').voltages;
const near = (a: number, b: number) => assert.ok(Math.abs(a / b - 1) < 1e-9, `${a} and ${b}`);

test('up: what is missing over the current that is set, or over what the watts give', () => {
	const { r, settings } = of('charge', 4);
	near(roughHours(r, { ...settings, currentA: 1.5 }), ((1 - r.chargeState.soc) * 3) / 1.5);
	const weak = of('charge', 4, { powerW: 20 });
	near(
		roughHours(weak.r, { ...weak.settings, currentA: 3 }),
		((1 - weak.r.chargeState.soc) * 3) / (20 / (4 * nominalV))
	);
});

test('down: what is in it over the current, or over what can be burnt', () => {
	const { r, settings } = of('discharge', 4);
	near(roughHours(r, { ...settings, dischargeA: 0.5 }), (r.chargeState.soc * 3) / 0.5);
	near(roughHours(r, { ...settings, dischargeA: 5 }), (r.chargeState.soc * 3) / (20 / (4 * nominalV)));
	near(roughHours(r, { ...settings, dischargeA: null }), (r.chargeState.soc * 3) / (20 / (4 * nominalV)));
	// Twice the cells burn the watts at half the current.
	const two = of('discharge', 2);
	near(
		roughHours(two.r, { ...two.settings, dischargeA: 9 }),
		(two.r.chargeState.soc * 3) / (20 / (2 * nominalV))
	);
});

test('a step is a 240th of it, never under a second, and no longer than its length allows', () => {
	const { r, settings } = of('charge', 4);
	const missing = (1 - r.chargeState.soc) * 3;
	const step = (hours: number) => coarseStepS(r, { ...settings, currentA: missing / hours });
	near(step(1), 3600 / 240);
	near(step(1.3), 1.3 * 15);
	assert.equal(step(2), 20);
	assert.equal(step(3.99), 20);
	assert.equal(step(4.01), 45);
	assert.equal(step(7.99), 45);
	near(step(8.01), 120);
	assert.equal(step(20), 120);
});
