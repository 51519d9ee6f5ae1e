/**
 * Why packs that a person wants in one batch cannot be one; figures that can be checked by hand.
 */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { aPack, aReading, NOW } from '../../tests/support/bench-chargers';
import { lipo } from '../chemistry/lipo';
import type { Pack } from '../pack/pack';
import { resolvePractice } from '../practice/practice';
import type { Member } from '../simulate/joining/member';
import { whyNotTogether } from './together';

const member = (id: string, cellsV: number | number[], change: Partial<Pack> = {}): Member => ({
	pack: aPack({ id, name: id.toUpperCase(), ...change }),
	reading: aReading(typeof cellsV === 'number' ? [cellsV, cellsV, cellsV] : cellsV, { takenAt: NOW })
});
const why = (members: Member[], { windowV = 0.1, room = 6 } = {}) =>
	whyNotTogether(
		members,
		{ curve: lipo.curve, relaxS: 180, windowV, sameMake: false },
		room,
		resolvePractice({}),
		NOW
	);

describe('why not together', () => {
	test('close and alike: nothing stands against it, at the very edge of the window neither', () => {
		assert.equal(why([member('a', 3.8), member('b', 3.85)]), null);
		assert.equal(why([member('a', 3.8), member('b', 3.85)], { windowV: 0.05 }), null);
		assert.equal(why([member('a', 3.8), member('b', 3.85)], { room: 2 }), null);
	});

	test('a Stop is said first, in its own words', () => {
		assert.match(why([member('a', 3.8), member('b', [3.8, 3.8, 3.95])])!, /^At cell 3 they are 150 mV apart/);
		assert.match(
			why([member('a', 3.7, { capacityAh: 1 }), member('b', 3.8, { capacityAh: 3.9 })], { room: 1 })!,
			/^As they meet, in the first minute/
		);
	});

	test('what the largest board takes', () => {
		const three = [member('a', 3.8), member('b', 3.81), member('c', 3.82)];
		assert.equal(why(three, { room: 2 }), 'The largest board takes 2 packs.');
		assert.equal(why(three, { room: 1 }), 'There is no board for these.');
	});

	test('a window of one’s own counts at every cell, whatever the packs read as a whole', () => {
		assert.equal(
			why([member('a', 3.8), member('b', [3.74, 3.8, 3.86])], { windowV: 0.05 }),
			'They lie 60 mV apart at one cell, and the window is 50 mV wide.'
		);
		assert.equal(
			why([member('a', 3.8), member('b', 3.8502)], { windowV: 0.05 }),
			'They lie 51 mV apart at one cell, and the window is 50 mV wide.'
		);
	});

	test('packs too unlike in size, and a meeting that is not gentle', () => {
		const [small, large] = [{ capacityAh: 0.5 }, { capacityAh: 2.5 }];
		assert.equal(
			why([member('a', 3.8, small), member('b', 3.81, large)]),
			'The largest holds more than 3 times what the smallest does.'
		);
		// Within the window to the last digit of a float: it is not the window that stands against it.
		assert.match(
			why([member('a', 3.68, { capacityAh: 1 }), member('b', 3.68 + 0.1, { capacityAh: 2 })])!,
			/^More than is gentle would flow/
		);
	});
});
