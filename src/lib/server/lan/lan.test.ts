/**
 * The door from the local network: the passphrase is kept as a hash, tries are counted, sessions
 * end, nothing is handed out before.
 */
import assert from 'node:assert/strict';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer, request as ask, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, describe, test } from 'node:test';
import jsQR from 'jsqr';
import { turnedAway } from '../gate';
import { codePath, codeSide } from '$lib/ui/house/code-path';
import { codesOf } from './code';
import { Door } from './door';
import { ownPath } from './enter-page';
import { isPassphrase, readPassphrase, setPassphrase, unfit } from './passphrase';
import { cookieOf, DEVICE_COOKIE, SESSION_COOKIE, tokensIn } from './cookies';
import { Devices } from './devices';
import { addressKey, Tries } from './tries';
import { Turns } from './turns';

const MINUTE = 60e3;
const WORDS = 'four words do well';

describe('the passphrase', () => {
	const dir = mkdtempSync(join(tmpdir(), 'lan-'));
	const file = join(dir, 'passphrase.json');
	after(() => rmSync(dir, { recursive: true }));

	test('is kept as a salted hash, readable by its owner alone', async () => {
		await setPassphrase(file, WORDS);
		assert.ok(!readFileSync(file, 'utf8').includes(WORDS));
		assert.equal(statSync(file).mode & 0o777, 0o600);
		const first = readPassphrase(file)!;
		// 2^15 rounds over 8 blocks, once: about 32 MB a try. What is dearer locks a small machine out,
		// what is cheaper is guessed.
		assert.deepEqual([first.n, first.r, first.p], [32768, 8, 1]);
		await setPassphrase(file, WORDS);
		assert.notEqual(readPassphrase(file)!.hash, first.hash, 'each has a salt of its own');
	});
	test('only itself opens, in whatever form its letters come', async () => {
		const kept = readPassphrase(file)!;
		assert.equal(await isPassphrase(kept, WORDS), true);
		for (const wrong of ['', WORDS.slice(1), `${WORDS} `, WORDS.toUpperCase(), 'x'.repeat(100_000)])
			assert.equal(await isPassphrase(kept, wrong), false, wrong.slice(0, 20));
		await setPassphrase(file, 'über dem Steg');
		assert.equal(await isPassphrase(readPassphrase(file)!, 'u\u0308ber dem Steg'), true);
	});
	test('none, or a broken one, lets nobody in', () => {
		assert.equal(readPassphrase(join(dir, 'none')), null);
		for (const broken of ['', '{', 'null', '{"v":2}', '{"v":1,"salt":"a","hash":"b"}']) {
			writeFileSync(file, broken);
			assert.equal(readPassphrase(file), null, broken);
		}
	});
	test('it has twelve characters at least', () => {
		assert.match(unfit('12345678901'), /at least 12/);
		assert.equal(unfit('123456789012'), '');
	});
});

describe('sessions and tries', () => {
	let now = 0;
	const clock = () => now;
	test('a session is known by its token, stays while it is used, and ends when it is not', () => {
		const devices = new Devices(null, '', clock);
		const { session, device } = devices.enter(null);
		assert.ok(session.length >= 40 && device.length >= 40 && session !== device);
		assert.ok(devices.has([session]) && !devices.has([]) && !devices.has(['', `${session}x`, device]));
		now += 13 * 86400e3;
		assert.ok(devices.has(['a stray one', session]));
		now += 13 * 86400e3;
		assert.ok(devices.has([session]), 'used in between');
		now += 14 * 86400e3;
		assert.ok(!devices.has([session]));
		const other = devices.enter(null);
		devices.leave([other.session]);
		assert.ok(!devices.has([other.session]));
		assert.notEqual(devices.known([other.device]), null, 'the device is known still');
	});
	test('a device is known by a token of its own, which changes as it enters, and for 400 days', () => {
		const devices = new Devices(null, '', clock);
		const first = devices.enter(null, 'Browser/1.0 (Mobile)');
		const id = devices.known(['stray', first.device]);
		assert.ok(id !== null && devices.known([first.session]) === null && devices.known([]) === null);
		const again = devices.enter(id, 'Browser/1.0');
		assert.equal(devices.known([again.device]), id);
		assert.equal(devices.known([first.device]), null);
		assert.ok(!devices.has([first.session]), 'one session a device');
		assert.deepEqual(
			devices.list().map((d) => [d.id, d.name, d.open]),
			[[id, 'A computer or tablet', true]]
		);
		now += 399 * 86400e3;
		assert.equal(devices.known([again.device]), id);
		now += 2 * 86400e3;
		assert.equal(devices.known([again.device]), null);
		assert.deepEqual(devices.list(), []);
	});
	test('they outlive a restart as hashes, are revoked one by one, and end with their passphrase', () => {
		const dir = mkdtempSync(join(tmpdir(), 'lan-'));
		const file = join(dir, 'devices.json');
		const devices = new Devices(file, 'hash', clock);
		const one = devices.enter(null);
		const two = devices.enter(null);
		const text = readFileSync(file, 'utf8');
		for (const token of [one.session, one.device, two.session]) assert.ok(!text.includes(token));
		assert.equal(statSync(file).mode & 0o777, 0o600);
		const later = new Devices(file, 'hash', clock);
		assert.ok(later.has([one.session]) && later.has([two.session]));
		assert.ok(later.revoke(later.known([one.device])!) && !later.revoke('nobody'));
		assert.ok(!later.has([one.session]) && later.known([one.device]) === null && later.has([two.session]));
		assert.ok(!new Devices(file, 'hash', clock).has([one.session]));
		assert.ok(!new Devices(file, 'another passphrase', clock).has([two.session]));
		for (const broken of ['', '{', '{"v":1,"devices":7}']) {
			writeFileSync(file, broken);
			assert.deepEqual(new Devices(file, 'hash', clock).list(), []);
		}
		rmSync(dir, { recursive: true });
	});
	test('two hundred devices are kept, the longest unseen goes', () => {
		const devices = new Devices(null, '', clock);
		const first = devices.enter(null);
		for (let k = 0; k < 200; k++) {
			now += 1000;
			devices.enter(null);
		}
		assert.equal(devices.list().length, 200);
		assert.equal(devices.known([first.device]), null);
	});
	test('a cookie is Secure under https alone, never to be read by a page, never sent from another one', () => {
		assert.match(cookieOf(SESSION_COOKIE, 't', true), /HttpOnly; SameSite=Strict; Max-Age=1209600; Secure$/);
		assert.match(cookieOf(DEVICE_COOKIE, 't', false), /^stack-tender-device=t; .*Max-Age=34560000$/);
		const tokens = (header: string | undefined) => tokensIn(header, SESSION_COOKIE);
		assert.deepEqual(tokens('a=b; stack-tender-session=abc; c=d'), ['abc']);
		assert.deepEqual(tokens('stack-tender-session=stray; stack-tender-session=abc; stack-tender-session='), [
			'stray',
			'abc'
		]);
		assert.deepEqual(tokens('xstack-tender-session=abc'), []);
		assert.deepEqual(tokens(undefined), []);
	});
	test('six tries an address in a quarter of an hour, whatever others do; the right one does not count', () => {
		const tries = new Tries(clock);
		for (let k = 0; k < 6; k++) {
			assert.equal(tries.waitS('a'), 0);
			tries.begin('a');
		}
		assert.equal(tries.waitS('a'), 900);
		assert.equal(tries.waitS('b'), 0);
		now += 14 * MINUTE;
		assert.equal(tries.waitS('a'), 60);
		now += MINUTE;
		assert.equal(tries.waitS('a'), 0);
		for (let k = 0; k < 100; k++) tries.begin('c')();
		assert.equal(tries.waitS('c'), 0);
		// Who gets it right takes back their own try alone.
		for (let k = 0; k < 5; k++) tries.begin('e');
		const right = tries.begin('e');
		assert.ok(tries.waitS('e') > 0);
		right();
		assert.equal(tries.waitS('e'), 0);
		tries.begin('e');
		assert.ok(tries.waitS('e') > 0, 'the five before count still');
		for (let k = 0; k < 500; k++) tries.begin(`d${k}`);
		assert.equal(tries.waitS('somebody else'), 0, 'never a refusal for all');
	});
	test('whose tries they are: an IPv4 address, the first 64 bits of an IPv6 one', () => {
		assert.equal(addressKey('192.0.2.7'), '192.0.2.7');
		assert.equal(addressKey('::ffff:192.0.2.7'), '192.0.2.7');
		assert.equal(addressKey('2001:db8:0:1::7'), addressKey('2001:db8:0:1:ffff:ffff:ffff:ffff'));
		assert.equal(addressKey('2001:0db8:0000:0001::7'), '2001:db8:0:1');
		assert.notEqual(addressKey('2001:db8:0:1::7'), addressKey('2001:db8:0:2::7'));
		assert.equal(addressKey('fe80::1%eth0'), 'fe80:0:0:0');
		assert.equal(addressKey('::1'), '0:0:0:0');
	});
	test('hashes are made ten a second, two at once, of each address in turn, known devices first', async () => {
		const paused: number[] = [];
		let atOnce = 0;
		let most = 0;
		const turns = new Turns(async (ms) => void paused.push(ms));
		const done: string[] = [];
		const hash = (who: string) => async () => {
			most = Math.max(most, ++atOnce);
			for (let k = 0; k < 3; k++) await new Promise((r) => setImmediate(r));
			atOnce--;
			done.push(who);
		};
		const all = ['a', 'a', 'a', 'b', 'b', 'c'].map((who) => turns.take(who, false, hash(who)));
		all.push(turns.take('phone', true, hash('phone')));
		await Promise.all(all);
		assert.deepEqual(done, ['a', 'phone', 'a', 'b', 'c', 'a', 'b']);
		assert.equal(most, 2);
		assert.deepEqual([...new Set(paused)], [100]);
		assert.equal(paused.length, 7);
		await assert.rejects(
			turns.take('a', false, async () => Promise.reject(new Error('no hash'))),
			/no hash/
		);
		assert.equal(await turns.take('a', false, async () => 'goes on'), 'goes on');
	});
	test('only a path of our own is gone on to', () => {
		assert.equal(ownPath('/packs/1?x=2&y=3'), '/packs/1?x=2&y=3');
		for (const other of [
			null,
			'',
			'packs',
			'//evil.example',
			'/\\evil.example',
			'https://evil.example',
			'/enter',
			'/a\r\nb',
			'/<script>'
		])
			assert.equal(ownPath(other), '/', String(other));
	});
	test('under https an origin of plain http is another one', () => {
		const hosts = new Set(['192.0.2.7:5280']);
		const from = (origin: string, scheme: 'http' | 'https') =>
			turnedAway('POST', { host: '192.0.2.7:5280', origin }, hosts, scheme)?.status ?? null;
		assert.deepEqual(
			[
				from('https://192.0.2.7:5280', 'https'),
				from('http://192.0.2.7:5280', 'https'),
				from('https://192.0.2.7:5280', 'http')
			],
			[null, 403, 403]
		);
	});
});

describe('the door', () => {
	const dir = mkdtempSync(join(tmpdir(), 'lan-'));
	const file = join(dir, 'passphrase.json');
	let now = 0;
	let server: Server;
	let reached: string[] = [];
	let clients = 0;
	before(async () => {
		await setPassphrase(file, WORDS);
		const door = new Door(file, new Devices(null, '', () => now), () => now);
		server = createServer((request, response) => {
			door.answers(request, response, false).then(
				(answered) => {
					if (answered) return;
					reached.push(request.url!);
					request.resume();
					response.end('inside');
				},
				() => response.destroy()
			);
		});
		await new Promise<void>((r) => server.listen(0, '127.0.0.1', r));
	});
	after(() => {
		server.close();
		rmSync(dir, { recursive: true });
	});
	/** From an address of its own each time, so that tries are counted apart. */
	const send = (
		path: string,
		o: { method?: string; body?: string; cookie?: string; accept?: string; from?: string } = {}
	) =>
		new Promise<{ status: number; headers: Record<string, string | string[] | undefined>; text: string }>(
			(resolve, reject) => {
				const { port } = server.address() as AddressInfo;
				const one = ask(
					{
						...{ port, path, host: '127.0.0.1', localAddress: o.from ?? '127.0.0.1', agent: false },
						method: o.method ?? 'GET',
						headers: {
							...(o.cookie ? { cookie: o.cookie } : {}),
							accept: o.accept ?? 'text/html',
							...(o.body === undefined ? {} : { 'content-type': 'application/x-www-form-urlencoded' })
						}
					},
					(response) => {
						let text = '';
						response.setEncoding('utf8').on('data', (part: string) => (text += part));
						response.on('end', () =>
							resolve({ status: response.statusCode!, headers: response.headers, text })
						);
					}
				);
				one.on('error', reject);
				one.end(o.body);
			}
		);
	const own = () => `127.0.1.${++clients}`;

	test('who has not entered sees the page that asks, and nothing else of the application', async () => {
		const page = await send('/packs/7?x=1');
		assert.deepEqual([page.status, page.headers.location], [303, '/enter?next=%2Fpacks%2F7%3Fx%3D1']);
		for (const path of [
			'/',
			'/api/v1/packs',
			'/_app/immutable/x.js',
			'/api/v1/backup',
			'/icon.svg',
			'/enter/..',
			'/ENTER'
		])
			assert.notEqual((await send(path, { accept: '*/*' })).status, 200, path);
		for (const method of ['POST', 'PUT', 'DELETE'])
			assert.equal((await send('/api/v1/packs', { method, body: '{}' })).status, 401);
		assert.deepEqual(reached, []);
		const ask = await send('/enter');
		assert.equal(ask.status, 200);
		assert.match(ask.text, /not encrypted/);
		assert.match(String(ask.headers['content-security-policy']), /default-src 'none'/);
	});
	test('the passphrase opens, where it was meant to go, and the session is left again', async () => {
		const from = own();
		const wrong = await send('/enter', { method: 'POST', body: 'passphrase=nope', from });
		assert.equal(wrong.status, 403);
		assert.match(wrong.text, /That is not the passphrase/);
		const entered = await send('/enter?next=%2Fpacks%2F7', {
			...{ method: 'POST', from },
			body: `passphrase=${encodeURIComponent(WORDS)}`
		});
		assert.deepEqual([entered.status, entered.headers.location], [303, '/packs/7']);
		const [cookie, device] = (entered.headers['set-cookie'] as string[]).map((line) => line.split(';')[0]);
		assert.match(device, /^stack-tender-device=/);
		assert.equal((await send('/api/v1/packs', { cookie: device })).status, 303, 'known is not in');
		assert.equal(
			(await send('/api/v1/packs', { cookie: `stack-tender-session=stray; ${cookie}` })).text,
			'inside'
		);
		reached = [];
		assert.equal((await send('/api/v1/packs', { cookie })).text, 'inside');
		assert.deepEqual(reached, ['/api/v1/packs']);
		const left = await send('/leave', { method: 'POST', cookie });
		assert.match(String(left.headers['set-cookie']), /Max-Age=0/);
		assert.equal((await send('/api/v1/packs', { cookie })).status, 303);
		reached = [];
	});
	test('after six tries an address waits, the right passphrase too; many at once are many', async () => {
		const from = own();
		const all = await Promise.all(
			Array.from({ length: 12 }, () => send('/enter', { method: 'POST', body: 'passphrase=nope', from }))
		);
		assert.equal(all.filter((a) => a.status === 403).length, 6);
		const blocked = await send('/enter', {
			method: 'POST',
			body: `passphrase=${encodeURIComponent(WORDS)}`,
			from
		});
		assert.equal(blocked.status, 429);
		assert.match(blocked.text, /Wait 15 min/);
		now += 16 * MINUTE;
		assert.equal(
			(await send('/enter', { method: 'POST', body: `passphrase=${encodeURIComponent(WORDS)}`, from }))
				.status,
			303
		);
	});
	test('a device that has been in has tries of its own, whatever its address has done', async () => {
		const from = own();
		const right = `passphrase=${encodeURIComponent(WORDS)}`;
		const entered = await send('/enter', { method: 'POST', body: right, from });
		const cookie = (entered.headers['set-cookie'] as string[])[1].split(';')[0];
		for (let k = 0; k < 6; k++) await send('/enter', { method: 'POST', body: 'passphrase=nope', from });
		assert.equal((await send('/enter', { method: 'POST', body: right, from })).status, 429);
		const again = await send('/enter', { method: 'POST', body: right, from, cookie });
		assert.equal(again.status, 303);
		const next = (again.headers['set-cookie'] as string[])[1].split(';')[0];
		for (let k = 0; k < 6; k++)
			await send('/enter', { method: 'POST', body: 'passphrase=nope', from, cookie: next });
		assert.equal((await send('/enter', { method: 'POST', body: right, from, cookie: next })).status, 429);
	});

	test('what never comes to its end is no try', async () => {
		const from = own();
		const { port } = server.address() as AddressInfo;
		const unfinished = Array.from({ length: 40 }, () => {
			const one = ask({
				...{ port, path: '/enter', host: '127.0.0.1', localAddress: from, agent: false, method: 'POST' },
				headers: { 'content-length': '100', 'content-type': 'application/x-www-form-urlencoded' }
			});
			one.on('error', () => undefined);
			one.write('passphrase=');
			return one;
		});
		await new Promise((r) => setTimeout(r, 200));
		const body = `passphrase=${encodeURIComponent(WORDS)}`;
		assert.equal((await send('/enter', { method: 'POST', body, from })).status, 303);
		for (const one of unfinished) one.destroy();
	});

	test('who has it right may come in as often as they like', async () => {
		const from = own();
		for (let k = 0; k < 8; k++) {
			const body = `passphrase=${encodeURIComponent(WORDS)}`;
			assert.equal((await send('/enter', { method: 'POST', body, from })).status, 303, `time ${k + 1}`);
		}
	});
	test('a form that is too large is no passphrase, and what is said back is never markup', async () => {
		assert.equal(
			(await send('/enter', { method: 'POST', body: `passphrase=${'x'.repeat(10_000)}`, from: own() }))
				.status,
			403
		);
		const page = await send('/enter?next=%22%3E%3Cscript%3E');
		assert.doesNotMatch(page.text, /"><script>/);
	});
});

test('a code is read back as what was written', async () => {
	const text = 'http://192.0.2.7:5280/packs/0b6f1c9e-3c1a-5e0a-8d2b-1f2e3d4c5b6a';
	const [code, other, again] = await codesOf([text, 'http://192.0.2.7:5280', text]);
	assert.deepEqual(again, code);
	assert.notDeepEqual(other, code);
	const [size, path] = [codeSide(code), codePath(code)];
	const bars = [...path.matchAll(/M(\d+) (\d+)h(\d+)/g)].map((m) => m.slice(1).map(Number));
	// Four modules of nothing all around, neither less nor more (ISO/IEC 18004, from memory).
	const edge = (values: number[]) => Math.min(...values);
	assert.deepEqual([edge(bars.map(([x]) => x)), edge(bars.map(([, y]) => y))], [4, 4]);
	assert.equal(Math.max(...bars.map(([x, , w]) => x + w)), size - 4);
	const scale = 4;
	const wide = size * scale;
	const pixels = new Uint8ClampedArray(wide * wide * 4).fill(255);
	for (const [, x, y, w] of path.matchAll(/M(\d+) (\d+)h(\d+)/g))
		for (let dy = 0; dy < scale; dy++)
			for (let dx = 0; dx < Number(w) * scale; dx++) {
				const at = 4 * ((Number(y) * scale + dy) * wide + Number(x) * scale + dx);
				pixels.fill(0, at, at + 3);
			}
	assert.equal(jsQR(pixels, wide, wide)?.data, text);
});
