/** The browser's side of the JSON API: a value, or why not in words. Never throws. */

export type Sent<T> = { ok: true; value: T } | Unsent;

export interface Unsent {
	ok: false;
	message: string;
	fields: Record<string, string>;
	/** What is there now, where it was changed in another window meanwhile. */
	current?: unknown;
}

/** A short break in the line is waited out before a request is sent again, ms. */
const AGAIN_MS = 800;

/**
 * The browser keeps at most 64 KiB under way for pages that are gone; a letter may take four
 * bytes.
 */
const KEPT_ALIVE_CHARS = 12_000;

/**
 * The key of each request that has not been answered, by what it asks for: pressed again after a
 * lost answer, it goes out with the same key, and the server does it once.
 */
const unanswered = new Map<string, string>();

function keyFor(what: string): string {
	const key = unanswered.get(what) ?? uuid();
	unanswered.set(what, key);
	return key;
}

/** `randomUUID` is there only where the address is trusted: on loopback, or over HTTPS. */
function uuid(): string {
	if (crypto.randomUUID) return crypto.randomUUID();
	const bytes = crypto.getRandomValues(new Uint8Array(16));
	bytes[6] = (bytes[6] & 0x0f) | 0x40;
	bytes[8] = (bytes[8] & 0x3f) | 0x80;
	const hex = Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join('');
	return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}

async function attempt(
	method: string,
	path: string,
	body: string | undefined,
	key: string
): Promise<Response> {
	const go = () =>
		fetch(`/api/v1${path}`, {
			method,
			// what was pressed is carried through even if the person leaves the page with the same breath
			keepalive: (body?.length ?? 0) < KEPT_ALIVE_CHARS,
			headers: {
				'idempotency-key': key,
				...(body === undefined ? {} : { 'content-type': 'application/json' })
			},
			body
		});
	try {
		return await go();
	} catch {
		await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
		return go();
	}
}

/** Sends a request; every one of them may be sent twice and is done once. */
export async function send<T>(method: string, path: string, body?: unknown): Promise<Sent<T>> {
	const text = body === undefined ? undefined : JSON.stringify(body);
	const what = `${method} ${path} ${text ?? ''}`;
	try {
		const response = await attempt(method, path, text, keyFor(what));
		const answer = await response.json();
		unanswered.delete(what);
		if (response.ok) return { ok: true, value: answer as T };
		const error = answer?.error ?? {};
		return {
			ok: false,
			message: error.message ?? answer?.message ?? 'Something went wrong.',
			fields: error.fields ?? {},
			current: error.current
		};
	} catch {
		return {
			ok: false,
			message:
				'The application does not answer, so it is not known whether this was saved. Press again once it is back: it is not done twice.',
			fields: {}
		};
	}
}
