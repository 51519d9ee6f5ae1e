import assert from 'node:assert/strict';
import { test } from 'node:test';
import { settingName, showFigure, showSetting } from './settings';
import { OverridesSchema, ProgramSettingsSchema } from './settings-schema';

test('what a person did not set stays absent: an override never turns a setting off by being missing', () => {
	assert.deepEqual(OverridesSchema.parse({ currentA: 2 }), { currentA: 2 });
	assert.deepEqual(OverridesSchema.parse({ trickleA: null }), { trickleA: null });
	assert.equal(OverridesSchema.safeParse({ currentA: -1 }).success, false);
	assert.equal(OverridesSchema.safeParse({ order: 'sideways' }).success, false);
});

test('settings kept before the other tasks came are read with those settings off', () => {
	const old = {
		currentA: 2,
		endVoltageV: 4.2,
		cells: 3,
		balance: true,
		safetyTimerMin: 60,
		capacityLimitAh: null,
		temperatureLimitDegC: null
	};
	const parsed = ProgramSettingsSchema.parse(old);
	assert.deepEqual([parsed.dischargeA, parsed.deltaV, parsed.order], [null, null, null]);
});

test('what is off, on or a word is written without a unit', () => {
	assert.equal(showSetting('capacityLimitAh', null), 'off');
	assert.deepEqual([showSetting('balance', true), showSetting('balance', false)], ['on', 'off']);
	assert.equal(showSetting('order', 'up first'), 'up first');
});

test('settings are written in the units of the trade, and by the name they have in the task', () => {
	assert.equal(showSetting('deltaV', 0.005), '5 mV/cell');
	assert.equal(showSetting('trickleA', 0.06), '60 mA');
	assert.equal(showSetting('trickleA', null), 'off');
	assert.equal(showSetting('order', 'down first'), 'down first');
	assert.equal(showFigure('dischargeA', 0.45), '0.45');
	assert.equal(settingName('endVoltageV', 'storage'), 'Storage voltage');
	assert.equal(settingName('endVoltageV', 'recover'), 'Until');
	assert.equal(settingName('endVoltageV', 'charge'), 'End of charge');
});
