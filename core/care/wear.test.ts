import assert from 'node:assert/strict';
import { test } from 'node:test';
import { chemistryOf } from '../chemistry/catalogue';
import { relativeWear } from './wear';

const lipo = chemistryOf('lipo');
const ordinary = { endVoltageV: 4.2, currentA: 2.6, peakTemperatureDegC: 25 };

test('an ordinary charge wears 1; a tenth of a volt less halves it; 10 K more doubles it; a faster one wears more', () => {
	assert.equal(relativeWear(lipo, 2.6, ordinary), 1);
	assert.ok(Math.abs(relativeWear(lipo, 2.6, { ...ordinary, endVoltageV: 4.1 }) - 0.5) < 1e-9);
	assert.ok(Math.abs(relativeWear(lipo, 2.6, { ...ordinary, peakTemperatureDegC: 35 }) - 2) < 1e-9);
	const fast = relativeWear(lipo, 2.6, { ...ordinary, currentA: 5.2 });
	assert.ok(fast > 1.4 && fast < 1.6);
});

test('a nickel charge has no end voltage that wears', () => {
	const nimh = chemistryOf('nimh');
	const at = (endVoltageV: number) => relativeWear(nimh, 2, { ...ordinary, endVoltageV, currentA: 1 });
	assert.equal(at(1.55), at(1.7));
});
