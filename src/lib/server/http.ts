/** The edge of the JSON API: bodies in, results out. */
import { json } from '@sveltejs/kit';
import { done, refuse, type Result } from './result';

/** No request of this application needs more, bytes. */
const LARGEST_BODY = 1_000_000;

/** The JSON body of a request, or why there is none, in words. Reads no more than {@link LARGEST_BODY}. */
export async function readJson(request: Request): Promise<Result<unknown>> {
	const tooLarge = refuse(422, `The body is larger than ${LARGEST_BODY / 1e6} MB.`);
	if (Number(request.headers.get('content-length') ?? 0) > LARGEST_BODY) return tooLarge;
	let text: string;
	try {
		text = await request.text();
	} catch {
		return tooLarge;
	}
	if (text.length > LARGEST_BODY) return tooLarge;
	try {
		return done(JSON.parse(text));
	} catch {
		return refuse(400, 'The body is not JSON.');
	}
}

/** A result as a response: the value, or `{ error: { message, fields } }` with a fitting status. */
export function answer<T>(result: Result<T>, status = 200): Response {
	if (result.ok) return json(result.value, { status });
	return json({ error: { message: result.message, fields: result.fields } }, { status: result.status });
}

/** Reads the body and answers with what `use` makes of it. */
export async function withBody<T>(
	request: Request,
	use: (body: unknown) => Promise<Result<T>>,
	status = 200
): Promise<Response> {
	const body = await readJson(request);
	return body.ok ? answer(await use(body.value), status) : answer(body);
}

export const now = (): string => new Date().toISOString();
