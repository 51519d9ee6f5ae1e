/**
 * The server of the built application: Node's own, with the gate before everything that is
 * answered, files included. Every failed start ends with a sentence and a non-zero code. It
 * listens on loopback; on addresses of the local network only where they are named, and there
 * behind a passphrase.
 */
import { existsSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import compression from 'compression';
import { HEADERS, ownHosts, PLAIN_POLICY, turnedAway } from '../src/lib/server/gate';
import { Devices, holdDevices } from '../src/lib/server/lan/devices';
import { Door } from '../src/lib/server/lan/door';
import { addressKey } from '../src/lib/server/lan/tries';
import { readPassphrase } from '../src/lib/server/lan/passphrase';
import { inOneSentence, StartError } from '../src/lib/server/db/start-error';

type Handler = (request: IncomingMessage, response: ServerResponse, next: () => void) => void;

/**
 * Pages and answers go out compressed; files are already, a live feed must not wait, and a backup
 * is as long as it says.
 */
const COMPRESSED = /^(text\/(html|csv|calendar)|application\/json)/;
const compress = compression({
	filter: (_, response) => COMPRESSED.test(String(response.getHeader('content-type') ?? ''))
}) as unknown as Handler;

/** Open event streams would hold the end up; they reconnect by themselves. */
const CLOSE_MS = 1000;

/**
 * Names of the address under which a request came, for the built handler: set here, whatever the
 * request says.
 */
const OWN_PROTOCOL = 'x-stack-tender-protocol';
const OWN_HOST = 'x-stack-tender-host';

interface Listener {
	address: string;
	port: number;
	hosts: ReadonlySet<string>;
	/** Null on loopback: who is at this machine is in. */
	door: Door | null;
	tls: { cert: Buffer; key: Buffer } | null;
}

/** A file that was named on the command line, or the end in a sentence. */
function named(file: string, what: string): Buffer {
	try {
		return readFileSync(file);
	} catch (error) {
		throw new StartError(`The ${what} ${file} cannot be read: ${(error as Error).message}.`);
	}
}

/** Addresses of the local network to listen on, from `STACK_TENDER_LAN`; none by itself. */
function lanListeners(port: number): Listener[] {
	const { STACK_TENDER_LAN, STACK_TENDER_PASSPHRASE_FILE, STACK_TENDER_CERT, STACK_TENDER_KEY } = process.env;
	const addresses = (STACK_TENDER_LAN ?? '').split(',').filter(Boolean);
	if (addresses.length === 0) return [];
	const file = STACK_TENDER_PASSPHRASE_FILE ?? '';
	const passphrase = readPassphrase(file);
	if (!passphrase)
		throw new StartError(
			existsSync(file)
				? `What is kept of the passphrase in ${file} is broken: set it anew with "npm start -- --lan --new-passphrase".`
				: 'There is no passphrase: beyond this machine nobody is let in without one.'
		);
	if (!STACK_TENDER_CERT !== !STACK_TENDER_KEY)
		throw new StartError('A certificate and its key belong together: name both.');
	const tls =
		STACK_TENDER_CERT && STACK_TENDER_KEY
			? { cert: named(STACK_TENDER_CERT, 'certificate'), key: named(STACK_TENDER_KEY, 'key') }
			: null;
	const devices = new Devices(join(dirname(file), 'devices.json'), passphrase.hash);
	holdDevices(devices);
	const door = new Door(file, devices);
	const names = (process.env.STACK_TENDER_LAN_NAMES ?? '').split(',').filter(Boolean);
	const hosts = new Set([...addresses, ...names].map((name) => `${name.toLowerCase()}:${port}`));
	return addresses.map((address) => ({ address, port, hosts, door, tls }));
}

/** Most simultaneous connections from one address; a phone that shows pages uses a dozen. */
const CONNECTIONS = 64;

/** Keeps one address from using up what this process may have open. */
function limitConnections(server: Server): void {
	const open = new Map<string, number>();
	server.on('connection', (socket) => {
		const from = addressKey(socket.remoteAddress ?? '');
		const count = (open.get(from) ?? 0) + 1;
		open.set(from, count);
		socket.once('close', () => {
			const left = (open.get(from) ?? 1) - 1;
			if (left > 0) open.set(from, left);
			else open.delete(from);
		});
		if (count > CONNECTIONS) socket.destroy();
	});
}

function serverFor({ hosts, door, tls }: Listener, handler: Handler): Server {
	const scheme = tls ? 'https' : 'http';
	const listener = (request: IncomingMessage, response: ServerResponse) => {
		for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
		response.setHeader('content-security-policy', PLAIN_POLICY);
		request.headers[OWN_PROTOCOL] = scheme;
		request.headers[OWN_HOST] = request.headers.host ?? '';
		const no = turnedAway(request.method ?? 'GET', request.headers, hosts, scheme);
		if (no) {
			response.writeHead(no.status, { 'content-type': 'application/json', connection: 'close' });
			response.end(JSON.stringify({ error: { message: no.message, fields: {} } }));
			return;
		}
		const on = () =>
			compress(request, response, () => handler(request, response, () => response.writeHead(404).end()));
		if (!door) return on();
		door.answers(request, response, tls !== null).then(
			(answered) => {
				if (!answered) on();
			},
			() => response.destroy()
		);
	};
	try {
		const server = tls ? (createSecureServer(tls, listener) as unknown as Server) : createServer(listener);
		if (door) limitConnections(server);
		return server;
	} catch (error) {
		throw new StartError(`The certificate and its key do not fit: ${(error as Error).message}.`);
	}
}

async function listen(port: number, host: string): Promise<void> {
	// The origin follows the address under which a request came.
	delete process.env.ORIGIN;
	process.env.PROTOCOL_HEADER = OWN_PROTOCOL;
	process.env.HOST_HEADER = OWN_HOST;
	const listeners: Listener[] = [
		{ address: host, port, hosts: ownHosts(port, process.env.STACK_TENDER_HOSTS), door: null, tls: null },
		...lanListeners(port)
	];
	// Built, and so without types; loading it opens the database.
	const built: string = new URL('../build/handler.js', import.meta.url).href;
	const { handler } = (await import(built)) as { handler: Handler };
	const servers: Server[] = [];
	for (const one of listeners) {
		const server = serverFor(one, handler);
		await new Promise<void>((resolve, reject) => {
			server.once('error', (error: NodeJS.ErrnoException) =>
				reject(
					new StartError(
						error.code === 'EADDRINUSE'
							? `Something listens on port ${one.port} already. Stop it, or choose another with --port.`
							: `${one.address}, port ${one.port}, cannot be listened on: ${error.message}.`
					)
				)
			);
			server.listen(one.port, one.address, resolve);
		});
		servers.push(server);
	}
	const stop = (reason: string) => {
		let open = servers.length;
		for (const server of servers) {
			server.close();
			server.closeIdleConnections();
			setTimeout(() => server.closeAllConnections(), CLOSE_MS).unref();
			server.once('close', () => {
				if (--open === 0) process.emit('sveltekit:shutdown' as never, reason as never);
			});
		}
	};
	for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => stop(signal));
	process.send?.('ready');
}

await inOneSentence(() => listen(Number(process.env.PORT ?? 5280), process.env.HOST ?? '127.0.0.1'));
