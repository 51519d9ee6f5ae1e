import assert from 'node:assert/strict';
import { test } from 'node:test';
import { changedMeanwhile } from './meanwhile';

const now = { name: 'Heron', capacityAh: 1.5, practice: { purpose: 'gentle' }, note: undefined };

test('what started from what is there goes on; without a word of it too', () => {
	const was = { practice: { purpose: 'gentle' }, capacityAh: 1.5, name: 'Heron' };
	assert.equal(changedMeanwhile({ name: 'New', was }, now, 'Heron'), null);
	assert.equal(changedMeanwhile({ name: 'New' }, now, 'Heron'), null);
	assert.equal(changedMeanwhile({ was: 'nonsense' }, now, 'Heron'), null);
	assert.equal(changedMeanwhile(null, now, 'Heron'), null);
	assert.equal(
		changedMeanwhile({ was: { name: 'Heron' } }, now, 'Heron'),
		null,
		'what it does not name is its own'
	);
});

test('what started from something else is refused, with what is there', () => {
	const refusal = changedMeanwhile({ was: { capacityAh: 1.4 } }, now, 'Heron')!;
	assert.equal(refusal.status, 409);
	assert.match(refusal.message, /^Heron was changed in another window/);
	assert.deepEqual(refusal.current, { name: 'Heron', capacityAh: 1.5, practice: { purpose: 'gentle' } });
	assert.ok(changedMeanwhile({ was: { practice: {} } }, now, 'Heron'));
});
