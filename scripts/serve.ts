/**
 * The server of the built application: Node's own, with the gate before everything that is answered, files included. Every
 * failed start ends with a sentence and a non-zero code.
 */
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import compression from 'compression';
import { HEADERS, ownHosts, PLAIN_POLICY, turnedAway } from '../src/lib/server/gate';
import { inOneSentence, StartError } from '../src/lib/server/db/start-error';

type Handler = (request: IncomingMessage, response: ServerResponse, next: () => void) => void;

/** Pages and answers go out compressed; files are already, a live feed must not wait, and a backup is as long as it says. */
const COMPRESSED = /^(text\/(html|csv|calendar)|application\/json)/;
const compress = compression({
	filter: (_, response) => COMPRESSED.test(String(response.getHeader('content-type') ?? ''))
}) as unknown as Handler;

/** Open event streams would hold the end up; they reconnect by themselves. */
const CLOSE_MS = 1000;

async function listen(port: number, host: string): Promise<void> {
	// Built, and so without types; loading it opens the database.
	const built: string = new URL('../build/handler.js', import.meta.url).href;
	const { handler } = (await import(built)) as { handler: Handler };
	const hosts = ownHosts(port, process.env.STACK_TENDER_HOSTS);
	const server = createServer((request, response) => {
		for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
		response.setHeader('content-security-policy', PLAIN_POLICY);
		const no = turnedAway(request.method ?? 'GET', request.headers, hosts);
		if (!no)
			return compress(request, response, () =>
				handler(request, response, () => response.writeHead(404).end())
			);
		response.writeHead(no.status, { 'content-type': 'application/json', connection: 'close' });
		response.end(JSON.stringify({ error: { message: no.message, fields: {} } }));
	});
	await new Promise<void>((resolve, reject) => {
		server.once('error', (error: NodeJS.ErrnoException) =>
			reject(
				new StartError(
					error.code === 'EADDRINUSE'
						? `Something listens on port ${port} already. Stop it, or choose another with --port.`
						: `Port ${port} cannot be listened on: ${error.message}.`
				)
			)
		);
		server.listen(port, host, resolve);
	});
	const stop = (reason: string) => {
		server.close();
		server.closeIdleConnections();
		setTimeout(() => server.closeAllConnections(), CLOSE_MS).unref();
		server.once('close', () => process.emit('sveltekit:shutdown' as never, reason as never));
	};
	for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => stop(signal));
	process.send?.('ready');
}

await inOneSentence(() => listen(Number(process.env.PORT ?? 5280), process.env.HOST ?? '127.0.0.1'));
