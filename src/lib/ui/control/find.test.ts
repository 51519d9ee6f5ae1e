import assert from 'node:assert/strict';
import { test } from 'node:test';
import { finder, fit } from './find';

test('words are found in any order, by their beginnings, without accents or case', () => {
	assert.ok(fit('heron stor', 'Storage Heron receiver') > 0);
	assert.ok(fit('recei HERON', 'Heron receiver') > 0);
	assert.ok(fit('ecluse', 'Écluse 2') > 0);
	assert.equal(fit('eron', 'Heron receiver'), 0);
	assert.equal(fit('heron launch', 'Heron receiver'), 0);
	assert.ok(fit('', 'anything') > 0);
});

test('what begins so, and a whole word, come first', () => {
	assert.ok(fit('pier', 'Pier Two') > fit('pier', 'Limits of Pier Two'));
	assert.ok(fit('tug', 'Winch tug') > fit('tug', 'Winch tugboat'));
	assert.deepEqual(['a b', 'c d'].filter(finder('d', (s) => s)), ['c d']);
});
