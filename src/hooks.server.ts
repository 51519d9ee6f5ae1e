import type { Handle, HandleServerError, ServerInit } from '@sveltejs/kit';
import { json } from '@sveltejs/kit';
import { app, eventLoop, exchanges } from '$lib/server/app';
import { log } from '$lib/server/log';
import { sqliteCode, StartError } from '$lib/server/db/start-error';

/** The database is opened and runs are picked up before the first request, not at it. */
export const init: ServerInit = async () => {
	await app();
	// The server closes its listener at a signal; what else keeps the process alive is ended here,
	// the database last.
	process.once('sveltekit:shutdown', async () => {
		// The one that is open then: its data file may have been exchanged meanwhile.
		await (await app()).close();
		process.exit(0);
	});
};

/** What a failure that nobody expected is answered with: only what is known of it is said. */
function failureOf(
	error: unknown,
	method: string,
	exchanged: boolean
): { status: 500 | 503 | 507; message: string } {
	if (exchanged)
		return {
			status: 503,
			message: 'Another data file was put in place meanwhile: nothing of this was done. Try again.'
		};
	// Its message contains a path of this machine: it belongs in the server's log, not in an answer.
	if (error instanceof StartError)
		return {
			status: 503,
			message: 'The data file cannot be opened: the reason stands where it was started.'
		};
	const code = sqliteCode(error);
	if (code === 'SQLITE_BUSY' || code === 'SQLITE_LOCKED')
		return {
			status: 503,
			message: 'The data file is held by something else for a moment: nothing of this was saved. Try again.'
		};
	if (code === 'SQLITE_FULL')
		return {
			status: 507,
			message: 'The disk is full: nothing of this was saved. Make room, then try again.'
		};
	if (code === 'SQLITE_IOERR' || code === 'SQLITE_READONLY' || code === 'SQLITE_CANTOPEN')
		return {
			status: 507,
			message: 'The disk answers with an error. Look whether this was saved before you go on.'
		};
	return {
		status: 500,
		message:
			method === 'GET' || method === 'HEAD'
				? 'Something went wrong here. Reading changes nothing; try again.'
				: 'Something went wrong here. Look whether this was saved before you do it again.'
	};
}

const isJson = (response: Response): boolean =>
	response.headers.get('content-type')?.startsWith('application/json') ?? false;

const WORDS: Record<number, string> = {
	400: 'This request cannot be read.',
	404: 'There is nothing at this address.',
	405: 'This cannot be done at this address.',
	413: 'The body is too large.',
	415: 'The body must be JSON.'
};

/**
 * Reads what is left of a body that nobody wanted. Left unread, it would stand before the next
 * request on the same connection, which would then hang or be reset.
 */
function drain(request: Request): void {
	if (request.body && !request.bodyUsed) void request.arrayBuffer().catch(() => undefined);
}

/** The API answers in JSON whatever happens; an address with a NUL in it is nobody's. */
export const handle: Handle = async ({ event, resolve }) => {
	const api = event.url.pathname.startsWith('/api/');
	if (/%00/.test(event.url.pathname + event.url.search)) {
		drain(event.request);
		return json({ error: { message: WORDS[400], fields: {} } }, { status: 400 });
	}
	event.locals.exchanges = exchanges().ended;
	const answered = eventLoop.begin(`${event.request.method} ${event.route.id ?? event.url.pathname}`);
	let response: Response;
	try {
		response = await resolve(event);
	} finally {
		answered();
	}
	// What is true now is not kept by a browser; a file says for itself how long it is.
	if (api && !response.headers.has('cache-control')) response.headers.set('cache-control', 'no-store');
	drain(event.request);
	const status = event.locals.failure?.status ?? response.status;
	if (!api || status < 400 || (isJson(response) && !event.locals.failure))
		return status === response.status
			? response
			: new Response(response.body, { status, headers: response.headers });
	const message = event.locals.failure?.message ?? WORDS[status] ?? 'This was not done.';
	return json({ error: { message, fields: {} } }, { status, headers: { 'cache-control': 'no-store' } });
};

export const handleError: HandleServerError = ({ error, event, status }) => {
	if (status < 500) return { message: WORDS[status] ?? WORDS[400] };
	log.error({ err: error, path: event.url.pathname }, 'request failed');
	const { now, ended } = exchanges();
	const exchanged = now || ended !== event.locals.exchanges;
	const failure = failureOf(error, event.request.method, exchanged);
	event.locals.failure = failure;
	return { message: failure.message };
};
