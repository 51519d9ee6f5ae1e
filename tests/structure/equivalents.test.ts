/**
 * What is said to change nothing is said of a line that there is: one that was written anew is
 * judged anew.
 */
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { EQUIVALENTS } from '../../scripts/mutate/equivalents';

test('every mutant that is said to change nothing has its line, its text in it, and a reason', () => {
	assert.ok(EQUIVALENTS.length > 50);
	for (const { file, line, before, after, why } of EQUIVALENTS) {
		const lines = readFileSync(file, 'utf8')
			.split('\n')
			.map((text) => text.trim());
		assert.ok(lines.includes(line), `${file} has no line "${line}"`);
		assert.ok(line.includes(before.split('\n')[0]), `${before} is not in "${line}"`);
		assert.notEqual(before, after);
		assert.ok(why.length > 10, line);
	}
});
