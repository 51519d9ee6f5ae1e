/**
 * Who may speak to the application, and what browsers are told with every answer. It listens on
 * loopback, and any page that the person has open can reach loopback too: by a form, by a script,
 * or by a name of its own that it points there.
 */
import type { IncomingHttpHeaders } from 'node:http';

/** Names under which this server is reached by itself: `host:port` as it stands in a request. */
export function ownHosts(port: number, more = ''): ReadonlySet<string> {
	const own = ['127.0.0.1', 'localhost', '[::1]'].map((name) => `${name}:${port}`);
	const named = more
		.split(',')
		.map((name) => name.trim().toLowerCase())
		.filter(Boolean);
	return new Set([...own, ...named]);
}

export interface TurnedAway {
	status: 403 | 421;
	message: string;
}

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Why a request is not answered; null when it is. A host that is none of ours is a name that
 * somebody else points at this machine. A write from another origin is another page's; every
 * browser says so in `Origin` or `Sec-Fetch-Site`, and what says neither is no browser.
 */
export function turnedAway(
	method: string,
	headers: IncomingHttpHeaders,
	hosts: ReadonlySet<string>,
	scheme: 'http' | 'https' = 'http'
): TurnedAway | null {
	if (!hosts.has((headers.host ?? '').toLowerCase()))
		return {
			status: 421,
			message: 'This name is not one of Stack Tender. Use the address it was started with.'
		};
	if (READS.has(method)) return null;
	const origin = headers.origin?.toLowerCase();
	const site = headers['sec-fetch-site'];
	const foreign =
		origin === undefined
			? site !== undefined && site !== 'same-origin' && site !== 'none'
			: !origin.startsWith(`${scheme}://`) || !hosts.has(origin.slice(`${scheme}://`.length));
	return foreign ? { status: 403, message: 'Another page may not change anything here.' } : null;
}

/** Sent with every answer, files included; pages carry a content policy of their own beside it. */
export const HEADERS: Readonly<Record<string, string>> = {
	'x-content-type-options': 'nosniff',
	'x-frame-options': 'DENY',
	'referrer-policy': 'same-origin',
	'cross-origin-resource-policy': 'same-origin',
	'cross-origin-opener-policy': 'same-origin'
};

/** The policy of everything that is no page: it is not framed and loads from here alone. */
export const PLAIN_POLICY = "default-src 'self'; frame-ancestors 'none'";
