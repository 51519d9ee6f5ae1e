/**
 * The door from the local network: nothing but the page that asks for the passphrase is answered
 * to who has not entered. Host and Origin are checked as everywhere before this is asked.
 */
import type { IncomingMessage, ServerResponse } from 'node:http';
import { enterPage, ownPath } from './enter-page';
import { cookieOf, DEVICE_COOKIE, noCookie, SESSION_COOKIE, tokensIn } from './cookies';
import type { Devices } from './devices';
import { isPassphrase, readPassphrase } from './passphrase';
import { addressKey, Tries } from './tries';
import { Turns } from './turns';

/** A passphrase and its name are not longer than this, bytes. */
const LARGEST_FORM = 4096;
/** The page has its style in itself and a form that goes here. */
const POLICY =
	"default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; frame-ancestors 'none'; base-uri 'none'";

/** A form that has not come to its end by then is none, ms. */
const FORM_MS = 10_000;

async function formOf(request: IncomingMessage): Promise<URLSearchParams | null> {
	const over = setTimeout(() => request.destroy(), FORM_MS);
	try {
		let text = '';
		for await (const part of request.setEncoding('utf8').iterator({ destroyOnReturn: false })) {
			text += part as string;
			if (text.length > LARGEST_FORM) return null;
		}
		return new URLSearchParams(text);
	} finally {
		clearTimeout(over);
		request.resume();
	}
}

export class Door {
	private readonly tries: Tries;
	private readonly turns = new Turns();

	/** `file`: what is kept of the passphrase. */
	constructor(
		private readonly file: string,
		private readonly devices: Devices,
		clock: () => number = Date.now
	) {
		this.tries = new Tries(clock);
	}

	/** Answers the request itself and says so, or lets it through (false). */
	async answers(request: IncomingMessage, response: ServerResponse, secure: boolean): Promise<boolean> {
		const url = new URL(request.url ?? '/', 'http://here');
		const tokens = tokensIn(request.headers.cookie, SESSION_COOKIE);
		const page = (status: number, wrong: string, next: string, headers: Record<string, string> = {}) => {
			response.writeHead(status, {
				'content-type': 'text/html; charset=utf-8',
				'cache-control': 'no-store',
				'content-security-policy': POLICY,
				...headers
			});
			response.end(enterPage({ wrong, next, secure }));
		};
		const away = (to: string, cookies: string[]) => {
			response.writeHead(303, { location: to, 'set-cookie': cookies, 'cache-control': 'no-store' });
			response.end();
		};
		if (url.pathname === '/leave' && request.method === 'POST') {
			this.devices.leave(tokens);
			away('/enter', [noCookie(SESSION_COOKIE, secure)]);
			return true;
		}
		if (url.pathname === '/enter') {
			const next = ownPath(url.searchParams.get('next'));
			if (request.method !== 'POST') {
				page(200, '', next);
				return true;
			}
			// Read before it counts: what never comes to its end is no try.
			const form = await formOf(request);
			const known = this.devices.known(tokensIn(request.headers.cookie, DEVICE_COOKIE));
			// A device that has been in is not kept out by what its network does.
			const who = known === null ? addressKey(request.socket.remoteAddress ?? '') : `device ${known}`;
			const wait = this.tries.waitS(who);
			if (wait > 0) {
				page(429, `Too many tries. Wait ${Math.ceil(wait / 60)} min.`, next, { 'retry-after': String(wait) });
				return true;
			}
			const right = this.tries.begin(who);
			const kept = readPassphrase(this.file);
			const tried = form?.get('passphrase');
			const opens =
				kept && tried && (await this.turns.take(who, known !== null, () => isPassphrase(kept, tried)));
			if (opens) {
				right();
				const { session, device } = this.devices.enter(known, request.headers['user-agent']);
				away(next, [cookieOf(SESSION_COOKIE, session, secure), cookieOf(DEVICE_COOKIE, device, secure)]);
			} else page(403, 'That is not the passphrase.', next);
			return true;
		}
		if (this.devices.has(tokens)) return false;
		request.resume();
		if (request.method === 'GET' && /text\/html/.test(request.headers.accept ?? ''))
			away(`/enter?next=${encodeURIComponent(ownPath(url.pathname + url.search))}`, [
				noCookie(SESSION_COOKIE, secure)
			]);
		else {
			response.writeHead(401, { 'content-type': 'application/json', 'cache-control': 'no-store' });
			response.end(JSON.stringify({ error: { message: 'Enter with the passphrase first.', fields: {} } }));
		}
		return true;
	}
}
