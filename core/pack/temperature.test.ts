/** How warm a pack may be, by how old its measurement is. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aReading, NOW } from '../../tests/support/bench-chargers';
import { howWarm, packTemperature } from './temperature';

const read = (minutesAgo: number, temperatureDegC: number | null) =>
	aReading([3.8], {
		takenAt: new Date(Date.parse(NOW) - minutesAgo * 60e3).toISOString(),
		temperatureDegC
	});
const same = (t: number) => ({ packDegC: t, coldestDegC: t, warmestDegC: t });

test('within the hour it is what was measured; after that both count, and the air is computed with', () => {
	assert.deepEqual(packTemperature(read(60, 30), 5, NOW), same(30));
	assert.deepEqual(packTemperature(read(61, 30), 5, NOW), { packDegC: 5, coldestDegC: 5, warmestDegC: 30 });
	assert.deepEqual(packTemperature(read(61, -3), 21, NOW), {
		packDegC: 21,
		coldestDegC: -3,
		warmestDegC: 21
	});
});

test('never measured it is the air’s; measured in the future by more than an hour nobody knows when', () => {
	assert.deepEqual(packTemperature(null, 12, NOW), same(12));
	assert.deepEqual(packTemperature(read(5, null), 12, NOW), same(12));
	assert.deepEqual(packTemperature(read(-61, 30), 12, NOW).warmestDegC, 30);
	assert.deepEqual(packTemperature(read(-61, 30), 12, NOW).coldestDegC, 12);
});

test('what is said of it names whose temperature it is and how old', () => {
	assert.equal(howWarm(read(5, 4), 20, NOW, 4), 'the pack is at 4 °C');
	assert.equal(howWarm(read(5, null), 4, NOW, 4), 'the air is at 4 °C, and nobody measured the pack');
	assert.equal(howWarm(null, -4, NOW, -4), 'the air is at −4 °C, and nobody measured the pack');
	assert.equal(howWarm(read(180, 4), 20, NOW, 4), 'the pack was at 4 °C when it was measured, 3 h ago');
	assert.equal(howWarm(read(61, 30), 4, NOW, 4), 'the air is at 4 °C, and the pack was measured 1 h ago');
});
