import assert from 'node:assert/strict';
import { test } from 'node:test';
import { ownHosts, turnedAway } from './gate';

const hosts = ownHosts(5280, ' Shed.Lan:5280 ,');
const why = (method: string, headers: Record<string, string>) =>
	turnedAway(method, headers, hosts)?.status ?? null;
const host = '127.0.0.1:5280';

test('only a name of our own is answered, by any of its spellings', () => {
	for (const own of [host, 'localhost:5280', 'LOCALHOST:5280', '[::1]:5280', 'shed.lan:5280'])
		assert.equal(why('GET', { host: own }), null, own);
	for (const other of ['evil.example:5280', '127.0.0.1:5281', '127.0.0.1', 'localhost:5280.evil.example', ''])
		assert.equal(why('GET', { host: other }), 421, other);
	assert.equal(why('GET', {}), 421);
});

test('a write is taken from our own pages and from what is no browser, with or without a body', () => {
	for (const method of ['POST', 'PUT', 'PATCH', 'DELETE', 'QUERY']) {
		assert.equal(why(method, { host }), null);
		assert.equal(
			why(method, { host, origin: 'http://127.0.0.1:5280', 'sec-fetch-site': 'same-origin' }),
			null
		);
		assert.equal(why(method, { host, origin: 'http://localhost:5280' }), null);
		assert.equal(why(method, { host, 'sec-fetch-site': 'none' }), null);
		for (const origin of [
			'http://evil.example',
			'null',
			'http://127.0.0.1:5281',
			'https://127.0.0.1:5280',
			''
		])
			assert.equal(why(method, { host, origin }), 403, `${method} ${origin}`);
		for (const site of ['cross-site', 'same-site'])
			assert.equal(why(method, { host, 'sec-fetch-site': site }), 403, `${method} ${site}`);
	}
	assert.equal(
		why('GET', { host, origin: 'http://evil.example' }),
		null,
		'reading: the browser keeps the answer from it'
	);
});
