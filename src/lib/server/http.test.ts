import assert from 'node:assert/strict';
import { test } from 'node:test';
import { z } from 'zod';
import { answer, readJson, withBody } from './http';
import { checked, done, fieldsOf, missing, refuse } from './result';

const post = (body: string, headers: Record<string, string> = {}) =>
	new Request('http://here/', { method: 'POST', body, headers });

test('a body is read, or refused in words: not JSON, too large by its header, too large by itself', async () => {
	assert.deepEqual(await readJson(post('{"a":1}')), done({ a: 1 }));
	const broken = await readJson(post('{'));
	assert.ok(!broken.ok && broken.status === 400 && /not JSON/.test(broken.message));
	const announced = await readJson(post('{}', { 'content-length': '20000000' }));
	assert.ok(!announced.ok && /larger than 1 MB/.test(announced.message));
	const large = await readJson(post(JSON.stringify('x'.repeat(1_100_000))));
	assert.ok(!large.ok && /larger than 1 MB/.test(large.message));
});

test('results become responses with the fields of what was wrong', async () => {
	assert.equal(answer(done({ a: 1 }), 201).status, 201);
	const response = answer(refuse(422, 'No.', { cells: 'Too many.' }));
	assert.equal(response.status, 422);
	assert.deepEqual(await response.json(), { error: { message: 'No.', fields: { cells: 'Too many.' } } });
	assert.equal(answer(missing('pack')).status, 404);
	const made = await withBody(post('{"n":2}'), async (body) =>
		done({ twice: (body as { n: number }).n * 2 })
	);
	assert.deepEqual(await made.json(), { twice: 4 });
	assert.equal((await withBody(post('nope'), async () => done(1))).status, 400);
});

test('checking names the first message of each field by its path', () => {
	const shape = z.object({
		cells: z.number().min(1, 'At least one.'),
		channels: z.array(z.object({ powerW: z.number() }))
	});
	const wrong = checked(shape, { cells: 0, channels: [{ powerW: 'x' }] });
	assert.ok(!wrong.ok);
	assert.equal(wrong.fields.cells, 'At least one.');
	assert.ok(wrong.fields['channels.0.powerW']);
	assert.match(wrong.message, /^cells: At least one/);
	assert.deepEqual(checked(shape, { cells: 1, channels: [] }), done({ cells: 1, channels: [] }));
	assert.deepEqual(fieldsOf(new z.ZodError([])), {});
});
