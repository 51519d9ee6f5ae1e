import assert from 'node:assert/strict';
import { test } from 'node:test';
import { telemetryCsv } from '../formats/telemetry-csv';
import {
	emptyTelemetry,
	joined,
	packSteps,
	TELEMETRY_COLUMNS,
	thinned,
	unpackColumns,
	unpackSteps,
	type Telemetry
} from './telemetry';

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

test('what was kept as 32-bit floats at first is read still', () => {
	const t = ramp(137, 4);
	const columns = [...TELEMETRY_COLUMNS.map((name) => t[name]), ...t.cellV];
	const back = unpackColumns(Float32Array.from(columns.flat()), 137, 4);
	for (const [a, b] of [
		[t.packV, back.packV],
		[t.timeS, back.timeS],
		[t.cellV[3], back.cellV[3]]
	])
		a.forEach((v, k) => assert.ok(Math.abs(v - b[k]) <= Math.abs(v) * 1e-6));
});

test('packed in steps and unpacked every figure is the nearest step, below zero and missing ones too', () => {
	const t = ramp(300, 3);
	t.currentA[7] = -1.2345;
	t.temperatureDegC[9] = -12.34;
	t.cellV[1][11] = NaN;
	t.packV[12] = 0;
	const back = unpackSteps(packSteps(t), 300, 3);
	assert.ok([-1.234, -1.235].includes(back.currentA[7]), `${back.currentA[7]}`);
	assert.equal(back.temperatureDegC[9], -12.3);
	assert.ok(Number.isNaN(back.cellV[1][11]));
	assert.equal(back.cellV[1][12], Math.round(1000 * t.cellV[1][12]) / 1000, 'what follows a gap is right');
	assert.equal(back.packV[12], 0);
	const within = (column: number[], kept: number[], half: number) =>
		column.forEach((v, k) =>
			assert.ok(Number.isNaN(v) || Math.abs(v - kept[k]) <= half + 1e-9, `${v} ${kept[k]}`)
		);
	within(t.timeS, back.timeS, 0.05);
	within(t.packV, back.packV, 0.0005);
	within(t.chargeAh, back.chargeAh, 0.00005);
	t.cellV.forEach((c, i) => within(c, back.cellV[i], 0.0005));
	assert.deepEqual(unpackSteps(packSteps(back), 300, 3), back, 'packed once more nothing moves');
	assert.ok(packSteps(t).length < 300 * 10, 'about a byte for each figure');
});

test('a figure may jump by any number of steps, up or down', () => {
	const t = ramp(600, 1);
	let volts = 40_000;
	t.packV = t.timeS.map((_, k) => (volts += k % 4 < 2 ? k : -k) / 1000);
	t.packV[599] = 0;
	assert.deepEqual(unpackSteps(packSteps(t), 600, 1).packV, t.packV);
});

test('thinning keeps the first and the last sample and the order', () => {
	const t = thinned(ramp(1000, 2), 100);
	assert.ok(t.timeS.length <= 101 && t.timeS.length >= 100);
	assert.equal(t.timeS[1] - t.timeS[0], 10 * 5);
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

test('bytes that end too early are said to, and are not waited for', () => {
	const bytes = packSteps(ramp(50, 2));
	assert.throws(() => unpackSteps(bytes.subarray(0, bytes.length - 1), 50, 2), RangeError);
	assert.throws(() => unpackSteps(bytes, 51, 2), RangeError);
	assert.throws(() => unpackSteps(new Uint8Array(), 1e9, 3), RangeError);
});
