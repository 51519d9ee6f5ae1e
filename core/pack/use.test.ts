import assert from 'node:assert/strict';
import { test } from 'node:test';
import { coolBy, drawOf } from './use';

test('a pack cools for half an hour, a hot one for an hour (common practice, no source)', () => {
	const at = '2026-05-02T17:00:00.000Z';
	assert.equal(coolBy({ at, felt: 'not said' }), '2026-05-02T17:30:00.000Z');
	assert.equal(coolBy({ at, felt: 'weak' }), '2026-05-02T17:30:00.000Z');
	assert.equal(coolBy({ at, felt: 'hot' }), '2026-05-02T18:00:00.000Z');
});

test('mAh put back over minutes is the draw, and the capacity over it the time a full pack lasts', () => {
	const { meanA, fullMin } = drawOf(12, 1.5, 2.2)!;
	assert.ok(Math.abs(meanA - 7.5) < 1e-12);
	assert.ok(Math.abs(fullMin - 17.6) < 1e-12);
	assert.equal(drawOf(null, 1.5, 2.2), null);
	assert.equal(drawOf(0, 1.5, 2.2), null);
	assert.equal(drawOf(12, 0, 2.2), null);
});
