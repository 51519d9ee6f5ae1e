import assert from 'node:assert/strict';
import { test } from 'node:test';
import { z } from 'zod';
import { textOf } from './body-text';
import { answer, readBytes, readJson, withBody } from './http';
import { checked, done, fieldsOf, missing, refuse } from './result';

const post = (body: string, headers: Record<string, string> = {}) =>
	new Request('http://here/', {
		method: 'POST',
		body,
		headers: { 'content-type': 'application/json', ...headers }
	});

test('a body is read, or refused in words: not JSON, too large by its header, too large by itself', async () => {
	assert.deepEqual(await readJson(post('{"a":1}')), done({ a: 1 }));
	const broken = await readJson(post('{'));
	assert.ok(!broken.ok && broken.status === 400 && /not JSON/.test(broken.message));
	const announced = await readJson(post('{}', { 'content-length': '20000000' }));
	assert.ok(!announced.ok && /larger than 1 MB/.test(announced.message));
	const large = await readJson(post(JSON.stringify('x'.repeat(1_100_000))));
	assert.ok(!large.ok && /larger than 1 MB/.test(large.message));
	assert.ok(
		(await readBytes(new Request('http://here/', { method: 'POST' }), 0)).ok,
		'no body is not too large'
	);
});

test('a text is UTF-8, or UTF-16 where it says so; anything else is none, and nothing of it is guessed', () => {
	assert.equal(textOf(Buffer.from('12,5 °C')), '12,5 °C');
	assert.equal(textOf(Buffer.from('\ufeff12,5 °C', 'utf16le')), '12,5 °C');
	assert.equal(textOf(Buffer.from('\ufeff12,5 °C', 'utf16le').swap16()), '12,5 °C');
	assert.equal(textOf(Uint8Array.of(0x31, 0xb0, 0x43)), null, 'a degree of another coding');
	assert.equal(textOf(new Uint8Array()), '');
});

test('what is not said to be JSON is not read; a NUL, which would end a text in the database, is refused wherever it hides', async () => {
	for (const type of ['text/plain', 'multipart/form-data', 'application/jsonp', '']) {
		const refused = await readJson(post('{}', { 'content-type': type }));
		assert.ok(!refused.ok && refused.status === 415, type);
	}
	assert.ok((await readJson(post('{}', { 'content-type': 'application/json; charset=utf-8' }))).ok);
	for (const body of ['"a\\u0000"', '{"a":[{"b":"\\u0000"}]}', '{"a\\u0000":1}']) {
		const refused = await readJson(post(body));
		assert.ok(!refused.ok && refused.status === 422, body);
	}
	assert.ok((await readJson(post('"a\\\\u0000"'))).ok, 'a backslash and letters are no NUL');
	const deep = await readJson(post('['.repeat(200_000)));
	assert.ok(!deep.ok && deep.status === 400);
});

test('a key is a UUID, in any case of letters, and reaches the use case', async () => {
	const key = '3F2504E0-4F89-41D3-9A0C-0305E82C3301';
	let got: string | undefined;
	const use = async (_body: unknown, id: string | undefined) => done((got = id) ?? null);
	assert.equal((await withBody(post('{}', { 'idempotency-key': key }), use)).status, 200);
	assert.equal(got, key.toLowerCase());
	assert.equal((await withBody(post('{}'), use)).status, 200);
	assert.equal(got, undefined);
	assert.equal((await withBody(post('{}', { 'idempotency-key': 'again' }), use)).status, 400);
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
