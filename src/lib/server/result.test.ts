/** What is refused says so in our own words, by the kind of thing that was asked for. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { z } from 'zod';
import { checked, missing } from './result';

const schema = z.object({
	name: z.string().min(2).max(5),
	amps: z.number().min(1).max(20),
	cells: z.number().int(),
	kind: z.enum(['a', 'b']),
	on: z.boolean(),
	list: z.array(z.number()),
	own: z.string().refine((s) => s !== 'no', 'Not this one.')
});
const right = { name: 'abc', amps: 2, cells: 3, kind: 'a', on: true, list: [], own: 'yes' };
const said = (change: Record<string, unknown>): Record<string, string> => {
	const result = checked(schema, { ...right, ...change });
	return result.ok ? {} : result.fields;
};

test('figures and texts that are too small or too large', () => {
	assert.deepEqual(said({}), {});
	assert.deepEqual(said({ name: 'a' }), { name: 'This must be at least 2 characters long.' });
	assert.deepEqual(said({ name: 'abcdef' }), { name: 'This must be at most 5 characters long.' });
	assert.deepEqual(said({ amps: 0.5 }), { amps: 'This must be at least 1.' });
	assert.deepEqual(said({ amps: 21 }), { amps: 'This must be at most 20.' });
});

test('what is of another kind, and words of a description of its own', () => {
	assert.deepEqual(said({ amps: '2', cells: 2.5, kind: 'c', on: 1, list: {}, own: 'no' }), {
		amps: 'This must be a number.',
		cells: 'This must be a whole number.',
		kind: 'This must be one of a, b.',
		on: 'This must be true or false.',
		list: 'This must be a list.',
		own: 'Not this one.'
	});
	assert.deepEqual(said({ name: undefined }), { name: 'This must be a text.' });
});

test('the first of them is the message, at its field; a whole that is none has no field', () => {
	const no = checked(schema, { ...right, amps: 21, list: [1, 'x'] });
	assert.ok(!no.ok);
	assert.deepEqual([no.status, no.message], [422, 'amps: This must be at most 20.']);
	assert.deepEqual(Object.keys(no.fields), ['amps', 'list.1']);
	const none = checked(schema, null);
	assert.ok(!none.ok);
	assert.equal(none.message, 'This must be an object.');
	assert.deepEqual([missing('pack').status, missing('pack').message], [404, 'There is no such pack.']);
});
