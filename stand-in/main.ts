/**
 * The simulated charger as a process of its own: a loopback socket, a clock, and the bench. It
 * outlives the application, as a real charger would, and leaves by itself once it has been idle
 * and alone for a while.
 */
import { createServer, type Socket } from 'node:net';
import { NOT_PROTOCOL, StandInBench } from './bench';
import { DEFAULT_PORT } from './spec';

const TICK_MS = 100;
const LONGEST_LINE = 100_000;
const ALONE_MS = Number(process.env.STAND_IN_ALONE_MS ?? 15 * 60e3);

const port = Number(process.env.STAND_IN_PORT ?? DEFAULT_PORT);
const bench = new StandInBench(Number(process.env.STAND_IN_SPEED ?? 60));

const clients = new Set<Socket>();
let aloneSince = Date.now();

const server = createServer((socket) => {
	clients.add(socket);
	socket.setEncoding('utf8');
	let pending = '';
	socket.on('data', (part: string) => {
		pending += part;
		if (pending.length > LONGEST_LINE) {
			pending = '';
			socket.removeAllListeners('data').resume().end('ERR length a line has at most 100000 characters\n');
			return;
		}
		for (let end = pending.indexOf('\n'); end >= 0; end = pending.indexOf('\n')) {
			const line = pending.slice(0, end);
			pending = pending.slice(end + 1);
			if (!line.trim()) continue;
			const answer = bench.answer(line);
			if (answer === NOT_PROTOCOL) {
				// A web page that posts to this port, say: the lines of its body are no requests, and are not
				// looked at.
				pending = '';
				socket
					.removeAllListeners('data')
					.resume()
					.end(answer + '\n');
				return;
			}
			socket.write(answer + '\n');
		}
	});
	socket.on('error', () => socket.destroy());
	socket.on('close', () => {
		clients.delete(socket);
		aloneSince = Date.now();
	});
});

server.on('error', (error: NodeJS.ErrnoException) => {
	console.error(error.code === 'EADDRINUSE' ? `port ${port} is taken` : error.message);
	process.exit(1);
});
server.listen(port, '127.0.0.1', () =>
	console.log(`simulated charger on 127.0.0.1:${port}, ${bench.speed} times real time`)
);

let last = performance.now();
setInterval(() => {
	const now = performance.now();
	bench.tick((now - last) / 1000);
	last = now;
	if (clients.size === 0 && bench.running === 0 && Date.now() - aloneSince > ALONE_MS) process.exit(0);
}, TICK_MS);

for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0));
