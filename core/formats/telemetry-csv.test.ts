/** A log as a table: its columns and how exactly each figure is written. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { emptyTelemetry } from '../simulate/telemetry';
import { telemetryCsv } from './telemetry-csv';

test('one line a sample, volts of a cell to a tenth of a millivolt', () => {
	const t = emptyTelemetry(2);
	t.timeS.push(0, 1);
	t.currentA.push(2, 1.98766);
	t.packV.push(7.61234, 7.7);
	t.chargeAh.push(0, 0.00055);
	t.temperatureDegC.push(21, 21.26);
	t.cellV[0].push(3.81234, 3.85);
	t.cellV[1].push(3.8, 3.84996);
	const lines = telemetryCsv(t).trimEnd().split(/\r?\n/);
	assert.deepEqual(lines, [
		'Test Time / s,Voltage / V,Current / A,Charging Capacity / Ah,Surface Temperature / degC,Cell 1 Voltage / V,Cell 2 Voltage / V',
		'0.0,7.6123,2.0000,0.000000,21.00,3.8123,3.8000',
		'1.0,7.7000,1.9877,0.000550,21.26,3.8500,3.8500'
	]);
});
