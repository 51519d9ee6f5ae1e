/**
 * The door from the local network: nothing but the page that asks for the passphrase is answered
 * to who has not entered. Host and Origin are checked as everywhere before this is asked.
 */
import type { IncomingMessage, ServerResponse } from 'node:http';
import { enterPage, ownPath } from './enter-page';
import { isPassphrase, readPassphrase } from './passphrase';
import { cookieOf, noCookie, Sessions, tokenIn } from './sessions';
import { Tries } from './tries';

/** A passphrase and its name are not longer than this, bytes. */
const LARGEST_FORM = 4096;
/** The page has its style in itself and a form that goes here. */
const POLICY =
	"default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; frame-ancestors 'none'; base-uri 'none'";

async function formOf(request: IncomingMessage): Promise<URLSearchParams | null> {
	let text = '';
	for await (const part of request.setEncoding('utf8')) {
		text += part as string;
		if (text.length > LARGEST_FORM) return null;
	}
	return new URLSearchParams(text);
}

export class Door {
	private readonly sessions: Sessions;
	private readonly tries: Tries;

	constructor(
		private readonly file: string,
		clock: () => number = Date.now
	) {
		this.sessions = new Sessions(clock);
		this.tries = new Tries(clock);
	}

	/** Answers the request itself and says so, or lets it through (false). */
	async answers(request: IncomingMessage, response: ServerResponse, secure: boolean): Promise<boolean> {
		const url = new URL(request.url ?? '/', 'http://here');
		const token = tokenIn(request.headers.cookie);
		const page = (status: number, wrong: string, next: string, headers: Record<string, string> = {}) => {
			response.writeHead(status, {
				'content-type': 'text/html; charset=utf-8',
				'cache-control': 'no-store',
				'content-security-policy': POLICY,
				...headers
			});
			response.end(enterPage({ wrong, next, secure }));
		};
		const away = (to: string, cookie: string) => {
			response.writeHead(303, { location: to, 'set-cookie': cookie, 'cache-control': 'no-store' });
			response.end();
		};
		if (url.pathname === '/leave' && request.method === 'POST') {
			this.sessions.close(token);
			away('/enter', noCookie(secure));
			return true;
		}
		if (url.pathname === '/enter') {
			const next = ownPath(url.searchParams.get('next'));
			if (request.method !== 'POST') {
				page(200, '', next);
				return true;
			}
			const from = request.socket.remoteAddress ?? '';
			const wait = this.tries.waitS(from);
			if (wait > 0) {
				request.resume();
				page(429, `Too many tries. Wait ${Math.ceil(wait / 60)} min.`, next, { 'retry-after': String(wait) });
				return true;
			}
			const right = this.tries.begin(from);
			const form = await formOf(request);
			const kept = readPassphrase(this.file);
			if (kept && form && (await isPassphrase(kept, form.get('passphrase') ?? ''))) {
				right();
				away(next, cookieOf(this.sessions.open(), secure));
			} else page(403, 'That is not the passphrase.', next);
			return true;
		}
		if (this.sessions.has(token)) return false;
		request.resume();
		if (request.method === 'GET' && /text\/html/.test(request.headers.accept ?? ''))
			away(`/enter?next=${encodeURIComponent(ownPath(url.pathname + url.search))}`, noCookie(secure));
		else {
			response.writeHead(401, { 'content-type': 'application/json', 'cache-control': 'no-store' });
			response.end(JSON.stringify({ error: { message: 'Enter with the passphrase first.', fields: {} } }));
		}
		return true;
	}
}
