import assert from 'node:assert/strict';
import { test } from 'node:test';
import { telemetryCsv } from '../formats/telemetry-csv';
import { emptyTelemetry, joined, packColumns, thinned, unpackColumns, type Telemetry } from './telemetry';

const ramp = (n: number, cells: number): Telemetry => {
	const t = emptyTelemetry(cells);
	for (let k = 0; k < n; k++) {
		t.timeS.push(k * 5);
		t.currentA.push(2 - k / n);
		t.packV.push(11 + k / n);
		t.chargeAh.push(k / 1000);
		t.temperatureDegC.push(20 + k / n);
		t.cellV.forEach((c, i) => c.push(3.7 + i / 100 + k / n / 3));
	}
	return t;
};

test('columns packed and unpacked are the same to seven digits', () => {
	const t = ramp(137, 4);
	const back = unpackColumns(packColumns(t), 137, 4);
	for (const [a, b] of [
		[t.packV, back.packV],
		[t.timeS, back.timeS],
		[t.cellV[3], back.cellV[3]]
	])
		a.forEach((v, k) => assert.ok(Math.abs(v - b[k]) <= Math.abs(v) * 1e-6));
});

test('thinning keeps the first and the last sample and the order', () => {
	const t = thinned(ramp(1000, 2), 100);
	assert.ok(t.timeS.length <= 101);
	assert.equal(t.timeS[0], 0);
	assert.equal(t.timeS.at(-1), 999 * 5);
	assert.equal(t.cellV[1].length, t.timeS.length);
});

test('joining keeps every sample, also onto an empty start', () => {
	assert.equal(joined([ramp(10, 3), ramp(5, 3)]).cellV[2].length, 15);
	assert.equal(joined([emptyTelemetry(0), ramp(5, 3)]).cellV.length, 3);
	assert.equal(joined([]).timeS.length, 0);
	const mixed = joined([ramp(2, 0), ramp(3, 2)]);
	assert.deepEqual(
		mixed.cellV[1].slice(0, 2),
		[NaN, NaN],
		'a cell that was not seen has no volts, and stays in step'
	);
	assert.equal(mixed.cellV[1].length, 5);
});

test('CSV follows RFC 4180: a header, CRLF, one row a sample, as many fields as columns', () => {
	const csv = telemetryCsv(ramp(3, 2));
	const lines = csv.split('\r\n');
	assert.equal(
		lines[0],
		'Test Time / s,Voltage / V,Current / A,Charging Capacity / Ah,Surface Temperature / degC,Cell 1 Voltage / V,Cell 2 Voltage / V'
	);
	assert.equal(lines.length, 5);
	assert.equal(lines[4], '');
	assert.ok(lines.slice(1, 4).every((l) => l.split(',').length === 7));
});
