/**
 * The network door under siege: wrong passphrases from many addresses and requests that never come
 * to their end, while the owner enters from a new device and from one that has been in.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { request as ask } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startApp } from '../../tests/support/server';
import { setPassphrase } from '../../src/lib/server/lan/passphrase';
import { quantile, sleep } from './client';
import { Report, type Figure } from './report';

export interface DoorOptions {
	/** Wrong tries in all, the addresses they come from, and requests left unfinished. */
	tries: number;
	addresses: number;
	unfinished: number;
	/** How often the owner enters from a new device and from a known one. */
	entries: number;
	/** Whether how long it takes is judged. */
	judged: boolean;
}

/**
 * All of 127/8 is this machine's own: an address each for the bench and for those before its door.
 */
const BENCH = '127.0.0.2';
const WORDS = 'the right passphrase of the bench';
const NEW_MS = 10_000;
const KNOWN_MS = 1000;
/** Requests under way at once, from each address. */
const WIDE = 4;

interface DoorAnswer {
	status: number;
	cookies: string[];
}

export async function networkAccess(options: DoorOptions): Promise<Figure[]> {
	const report = new Report('network door');
	const most = (what: string, value: number, limit: number, unit: string) =>
		options.judged ? report.most(what, value, limit, unit) : report.tell(what, `${value}${unit}`);
	const folder = mkdtempSync(join(tmpdir(), 'door-'));
	const passphraseFile = join(folder, 'passphrase.json');
	await setPassphrase(passphraseFile, WORDS);
	const app = await startApp({
		quiet: true,
		env: { STACK_TENDER_LAN: BENCH, STACK_TENDER_PASSPHRASE_FILE: passphraseFile }
	});
	const send = (from: string, path: string, o: { passphrase?: string; cookie?: string } = {}) =>
		new Promise<DoorAnswer>((resolve, reject) => {
			const one = ask(
				{
					...{ host: BENCH, port: app.port, path, localAddress: from, agent: false },
					method: o.passphrase === undefined ? 'GET' : 'POST',
					headers: {
						...(o.cookie ? { cookie: o.cookie } : {}),
						...(o.passphrase === undefined ? {} : { 'content-type': 'application/x-www-form-urlencoded' })
					}
				},
				(response) => {
					response.resume();
					response.once('end', () =>
						resolve({
							status: response.statusCode!,
							cookies: (response.headers['set-cookie'] ?? []).map((line) => line.split(';')[0])
						})
					);
				}
			);
			one.once('error', reject);
			one.end(o.passphrase === undefined ? undefined : `passphrase=${encodeURIComponent(o.passphrase)}`);
		});
	const enter = async (from: string, cookie?: string) => {
		const began = performance.now();
		const answer = await send(from, '/enter', { passphrase: WORDS, cookie });
		return { ...answer, ms: performance.now() - began };
	};
	try {
		const first = await enter('127.2.0.1');
		report.least('entered before the siege', Number(first.status === 303), 1);
		let [sent, letIn, refused, failed] = [0, 0, 0, 0];
		const hanging = Array.from({ length: options.unfinished }, (_, k) => {
			const one = ask({
				...{ host: BENCH, port: app.port, path: '/enter', method: 'POST', agent: false },
				localAddress: `127.1.0.${(k % options.addresses) + 1}`,
				headers: { 'content-length': '60', 'content-type': 'application/x-www-form-urlencoded' }
			});
			one.on('error', () => undefined);
			one.write('passphrase=');
			return one;
		});
		const attacker = async (from: string) => {
			while (sent < options.tries) {
				sent++;
				const { status } = await send(from, '/enter', { passphrase: `guess ${sent}` }).catch(() => ({
					status: 0
				}));
				if (status === 303) letIn++;
				else if (status === 0) failed++;
				else refused++;
			}
		};
		const siege = Promise.all(
			Array.from({ length: options.addresses * WIDE }, (_, k) =>
				attacker(`127.1.0.${(k % options.addresses) + 1}`)
			)
		);
		const took = { fresh: [] as number[], known: [] as number[] };
		let [turnedAway, known] = [0, first.cookies];
		for (let k = 0; k < options.entries; k++) {
			await sleep(200);
			// The known one from the address of somebody who guesses.
			const fresh = await enter(`127.3.0.${k + 1}`);
			took.fresh.push(fresh.ms);
			const again = await enter('127.1.0.1', known.join('; '));
			took.known.push(again.ms);
			for (const { status } of [fresh, again]) if (status !== 303) turnedAway++;
			if (again.status === 303) known = again.cookies;
		}
		await siege;
		for (const one of hanging) one.destroy();
		await app.kill();
		await app.start();
		const inside = await send('127.2.0.1', '/api/v1/packs', { cookie: known.join('; ') });
		report.least('wrong tries', sent, options.tries);
		report.most('of them let in', letIn, 0);
		report.tell('of them refused, without an answer', `${refused}, ${failed}`);
		report.most('times that the owner was turned away', turnedAway, 0);
		most('entering from a new device, at most', Math.round(quantile(took.fresh, 1)), NEW_MS, ' ms');
		most('entering from a known device, at most', Math.round(quantile(took.known, 1)), KNOWN_MS, ' ms');
		report.least('in after a restart', Number(inside.status === 200), 1);
		return report.figures;
	} finally {
		await app.close();
		rmSync(folder, { recursive: true, force: true });
	}
}
