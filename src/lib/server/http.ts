/** The edge of the JSON API: bodies in, results out. */
import { json, type RequestEvent } from '@sveltejs/kit';
import { parseJson, textOf } from './body-text';
import { done, refuse, type Result } from './result';

/** No request of this application needs more, bytes. */
const LARGEST_BODY = 1_000_000;

/**
 * Aborts when the client disconnects, also after the body was read, which `request.signal` alone
 * does not.
 */
export function leftSignal({ request, platform }: Pick<RequestEvent, 'request' | 'platform'>): AbortSignal {
	const left = new AbortController();
	platform?.req?.socket.once('close', () => left.abort());
	return AbortSignal.any([request.signal, left.signal]);
}

/** Of a body that is too large so much more is read before it is cut off, bytes. */
const PATIENCE = 64_000_000;

/**
 * The bytes of a body, or a refusal once there are more than `most`: no more than that is ever
 * held.
 */
export async function readBytes(request: Request, most: number): Promise<Result<Uint8Array>> {
	const tooLarge = refuse(413, `The body is larger than ${most / 1e6} MB.`);
	if (Number(request.headers.get('content-length') ?? 0) > most) return tooLarge;
	const parts: Uint8Array[] = [];
	let length = 0;
	try {
		for await (const part of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
			length += part.length;
			// The rest is read and thrown away, so that the answer is heard; what goes on for ever is cut
			// off.
			if (length > most + PATIENCE) return tooLarge;
			if (length <= most) parts.push(part);
		}
	} catch {
		return refuse(400, 'The body broke off before its end.');
	}
	return length > most ? tooLarge : done(Buffer.concat(parts));
}

/**
 * The JSON body of a request, or why there is none, in words. Reads no more than {@link
 * LARGEST_BODY}.
 */
export async function readJson(request: Request): Promise<Result<unknown>> {
	if (!/^application\/json\b/i.test(request.headers.get('content-type') ?? ''))
		return refuse(415, 'The body must be JSON, and be said to be: content-type application/json.');
	const read = await readBytes(request, LARGEST_BODY);
	if (!read.ok) return read;
	const text = textOf(read.value);
	return text === null ? refuse(400, 'The body is not UTF-8.') : parseJson(text);
}

/** A result as a response: the value, or `{ error: { message, fields } }` with a fitting status. */
export function answer<T>(result: Result<T>, status = 200): Response {
	if (result.ok) return json(result.value, { status });
	const { message, fields, current } = result;
	return json({ error: { message, fields, current } }, { status: result.status });
}

const KEY = 'idempotency-key';
const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/**
 * The id that what a request makes is to have, as its sender chose it: sent again with the same
 * one, it makes nothing more and is answered alike. Undefined where the sender chose none.
 */
export function keyOf(request: Request): Result<string | undefined> {
	const key = request.headers.get(KEY)?.toLowerCase();
	if (key === undefined || UUID.test(key)) return done(key);
	return refuse(400, 'An idempotency key is a UUID.');
}

/**
 * Reads the body and answers with what `use` makes of it; `id` is the one the sender chose for
 * what is made.
 */
export async function withBody<T>(
	request: Request,
	use: (body: unknown, id: string | undefined) => Promise<Result<T>>,
	status = 200
): Promise<Response> {
	const key = keyOf(request);
	if (!key.ok) return answer(key);
	const body = await readJson(request);
	return body.ok ? answer(await use(body.value, key.value), status) : answer(body);
}

export { now } from './clock';
