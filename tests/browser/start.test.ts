/**
 * Starts that fail end with one sentence and a code that is not zero; the whole server turns
 * strangers away, files included.
 */
import assert from 'node:assert/strict';
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import { demoFile } from '../support/demo-file';
import { freePort } from '../support/free-port';
import { startApp, type TestApp } from '../support/server';

/** Starts the server on a data file and waits for its end. */
function serve(dataFile: string, port: number): Promise<{ code: number | null; said: string }> {
	const child = spawn('node', ['build/serve.js'], {
		env: { ...process.env, HOST: '127.0.0.1', PORT: String(port), STACK_TENDER_DATA: dataFile },
		stdio: ['ignore', 'ignore', 'pipe']
	});
	let said = '';
	child.stderr.setEncoding('utf8').on('data', (part: string) => (said += part));
	const patience = setTimeout(() => child.kill('SIGKILL'), 20_000);
	return new Promise((resolve) =>
		child.on('close', (code) => {
			clearTimeout(patience);
			resolve({ code, said });
		})
	);
}

describe('starts that fail', () => {
	let dir: string;
	before(() => void (dir = mkdtempSync(join(tmpdir(), 'starts-'))));
	after(() => rmSync(dir, { recursive: true, force: true }));

	for (const [what, prepare, says] of [
		[
			'a file that is no database',
			async (file: string) => writeFileSync(file, 'x'.repeat(500)),
			/is not a database/
		],
		[
			'a file that was cut off',
			async (file: string) => {
				await demoFile(file);
				truncateSync(file, 400_000);
			},
			/is damaged\. It is left as it is: bring a backup back/
		]
	] as const)
		test(what, async () => {
			const file = join(dir, `${what.replace(/ /g, '-')}.sqlite`);
			await prepare(file);
			const { code, said } = await serve(file, await freePort());
			assert.equal(code, 1);
			assert.match(said, says);
			assert.equal(said.trim().split('\n').length, 1, said);
		});

	test('a port that is taken', async () => {
		const port = await freePort();
		const holder = createServer().listen(port, '127.0.0.1');
		const { code, said } = await serve(join(dir, 'port.sqlite'), port);
		holder.close();
		assert.equal(code, 1);
		assert.match(said, new RegExp(`Something listens on port ${port} already`));
	});
});

describe('who may speak to it', () => {
	let app: TestApp;
	let port: number;
	before(async () => {
		app = await startApp();
		port = Number(new URL(app.base).port);
	});
	after(() => app.close());

	/** A request with headers that `fetch` would not let through. */
	const raw = (method: string, path: string, headers: Record<string, string>, body?: string) =>
		new Promise<{ status: number; headers: Record<string, string | string[] | undefined>; text: string }>(
			(resolve, reject) => {
				const sent = request({ host: '127.0.0.1', port, method, path, headers }, (response) => {
					let text = '';
					response.setEncoding('utf8').on('data', (part: string) => (text += part));
					response.on('end', () =>
						resolve({ status: response.statusCode!, headers: response.headers, text })
					);
				});
				sent.on('error', reject);
				sent.end(body);
			}
		);
	const host = () => `127.0.0.1:${port}`;
	const FOREIGN: Record<string, string>[] = [
		{ origin: 'http://evil.example' },
		{ origin: 'null' },
		{ 'sec-fetch-site': 'cross-site' }
	];

	test('a name that somebody else points here reads nothing: no page, no API, no backup, no file', async () => {
		for (const path of [
			'/',
			'/packs',
			'/api/v1/packs',
			'/api/v1/backup',
			'/icon.svg',
			'/_app/version.json'
		]) {
			assert.equal((await raw('GET', path, { host: `evil.example:${port}` })).status, 421, path);
			assert.equal((await raw('GET', path, { host: host() })).status, 200, path);
		}
		assert.equal((await raw('GET', '/packs', { host: `localhost:${port}` })).status, 200);
	});

	test('another page changes nothing, by whatever body or none, and is told so in JSON', async () => {
		const writes: [string, string, string | undefined, string][] = [
			[
				'POST',
				'/api/v1/packs',
				'{"name":"x","chemistry":"lipo","cells":3,"capacityAh":1}',
				'application/json'
			],
			['POST', '/api/v1/packs', 'name=x', 'application/x-www-form-urlencoded'],
			['POST', '/api/v1/packs', '{"name":"x"}', 'text/plain'],
			['POST', '/api/v1/packs/x/restore', undefined, ''],
			['DELETE', '/api/v1/packs/x', undefined, '']
		];
		for (const [method, path, body, type] of writes)
			for (const foreign of FOREIGN) {
				const headers: Record<string, string> = { host: host(), ...foreign };
				if (type) headers['content-type'] = type;
				const { status, text } = await raw(method, path, headers, body);
				assert.equal(status, 403, `${method} ${path}`);
				assert.match(JSON.parse(text).error.message, /Another page may not/);
			}
		assert.equal((await raw('GET', '/api/v1/packs', { host: host() })).text, '[]');
		const own = { host: host(), origin: `http://${host()}`, 'content-type': 'application/json' };
		assert.equal((await raw('POST', '/api/v1/packs', own, writes[0][2])).status, 201);
	});

	test('browsers are told what they may do with it: pages, files and the API alike', async () => {
		for (const path of ['/', '/nothing-here', '/api/v1/packs', '/icon.svg', '/_app/version.json']) {
			const { headers } = await raw('GET', path, { host: host() });
			assert.equal(headers['x-content-type-options'], 'nosniff', path);
			assert.equal(headers['x-frame-options'], 'DENY', path);
			assert.equal(headers['referrer-policy'], 'same-origin', path);
			assert.match(
				String(headers['content-security-policy']),
				/default-src 'self'.*frame-ancestors 'none'/,
				path
			);
		}
		const { headers, text } = await raw('GET', '/', { host: host() });
		const policy = String(headers['content-security-policy']);
		assert.ok(!/script-src[^;]*unsafe/.test(policy), policy);
		const nonce = /'nonce-([^']+)'/.exec(policy)![1];
		for (const [script] of text.matchAll(/<script[^>]*>/g)) assert.ok(script.includes(nonce), script);
	});

	test('the API answers in JSON whatever is asked of it, and however', async () => {
		for (const [method, path] of [
			['GET', '/api/v1/nothing'],
			['PUT', '/api/v1/packs'],
			['GET', '/api/v1/packs/%00'],
			['GET', '/api/v1/packs/nobody'],
			['POST', '/api/v1/packs']
		])
			for (const accept of ['text/html', 'application/json', '*/*']) {
				const { status, headers, text } = await raw(method, path, { host: host(), accept });
				assert.ok(status >= 400 && status < 500, `${method} ${path} ${status}`);
				assert.match(String(headers['content-type']), /^application\/json/);
				assert.match(JSON.parse(text).error.message, /^[A-Z].*\.$/);
			}
	});

	test('pages that are asked for with nonsense say so, or show their first page', async () => {
		assert.equal((await raw('GET', `/logbook?page=${'9'.repeat(400)}`, { host: host() })).status, 200);
		assert.equal((await raw('GET', '/logbook?page=-3', { host: host() })).status, 200);
		assert.equal((await raw('GET', '/packs/%00', { host: host() })).status, 400);
	});

	test('a body that nobody wanted does not stand in the way of the next request', async () => {
		const large = JSON.stringify('x'.repeat(300_000));
		for (const path of ['/api/v1/nothing', '/packs', '/api/v1/runs/x/stop'])
			for (let i = 0; i < 4; i++) {
				const answer = await fetch(app.base + path, {
					method: 'POST',
					body: large,
					headers: { 'content-type': 'application/json' },
					signal: AbortSignal.timeout(5000)
				});
				await answer.text();
				assert.equal((await fetch(`${app.base}/api/v1/preferences`)).status, 200);
			}
	});
});
