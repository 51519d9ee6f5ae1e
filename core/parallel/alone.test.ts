/** The reason for which a pack is charged alone, against batches of which each figure is known. */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { aPack, aReading, NOW } from '../../tests/support/bench-chargers';
import { lipo } from '../chemistry/lipo';
import type { Pack } from '../pack/pack';
import { resolvePractice } from '../practice/practice';
import type { Member } from '../simulate/joining/member';
import { whyAlone, type Neighbour } from './alone';

const member = (id: string, cellsV: number | number[], change: Partial<Pack> = {}): Member => ({
	pack: aPack({ id, name: id.toUpperCase(), ...change }),
	reading: aReading(typeof cellsV === 'number' ? [cellsV, cellsV, cellsV] : cellsV, { takenAt: NOW })
});
const batch = (name: string, members: Member[], places = 6): Neighbour => ({
	name,
	members,
	currentA: 5.2,
	places
});
const a = (places = 6) => batch('batch A', [member('x', 3.8), member('y', 3.82)], places);
const why = (alone: Member, neighbours: Neighbour[]) =>
	whyAlone(
		alone,
		neighbours,
		{ curve: lipo.curve, relaxS: 180, windowV: 0.1, sameMake: false },
		resolvePractice({}),
		NOW
	);

describe('why a pack is charged alone', () => {
	test('nobody else, or volts that time or a charge brings nearer', () => {
		assert.equal(why(member('l', 3.8), []), 'L is the only one that may be joined now.');
		assert.match(why(member('l', 3.6), [a()]), /^L is 200 mV below batch A: charge it alone to 3\.74 V/);
		assert.match(why(member('l', 4), [a()]), /^L is 180 mV above batch A: take it along once/);
	});

	test('one cell, size, or room: what it is, and with whom', () => {
		assert.match(
			why(member('l', [3.8, 3.8, 3.93]), [a()]),
			/^L does not go with batch A\. At cell 3 they are 130 mV apart/
		);
		assert.match(
			why(member('l', 3.81, { capacityAh: 0.5, measuredCapacityAh: null }), [a()]),
			/^L does not go with batch A\. The largest holds more than 3 times/
		);
		assert.equal(why(member('l', 3.81), [a(2)]), 'L finds no place with batch A: its board takes 2.');
		assert.equal(
			why(member('l', 3.81), [batch('Q', [member('q', 3.8)], 1)]),
			'L could go with Q, but no board joins them.'
		);
	});

	test('another batch that has room is named before the one that has none', () => {
		const b = batch('batch B', [member('p', 3.75), member('q', 3.76)]);
		assert.equal(why(member('l', 3.8), [a(2), b]), 'L could go with batch B: drop it there.');
		const far = batch('batch C', [member('p', 4.1), member('q', 4.1)]);
		assert.match(why(member('l', 3.81), [far, a(2)]), /no place with batch A/);
	});

	test('the reason never names a batch whose volts are too far for it', () => {
		const near = batch('batch D', [member('p', 3.84), member('q', 3.85, { capacityAh: 9 })]);
		const told = why(member('l', [3.7, 3.8, 3.9]), [near, batch('batch C', [member('r', 4.1)])]);
		assert.match(told, /^L does not go with batch D/);
	});
});
