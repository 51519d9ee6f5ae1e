/**
 * `assert.ok` reads and parses the source of a failed test to quote it, which takes minutes in
 * code that came through a transpiler. The tests are run with this instead: a failure is told at
 * once, by its place.
 */
import assert from 'node:assert/strict';

assert.ok = function ok(value, message) {
	if (value) return;
	if (message instanceof Error) throw message;
	throw new assert.AssertionError({
		message: message || 'it did not hold',
		actual: value,
		expected: true,
		operator: '==',
		stackStartFn: ok
	});
};
