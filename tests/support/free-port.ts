/** A port of loopback that nobody listens on at this moment. */
import { createServer } from 'node:net';

/**
 * Below the ports that systems hand out by themselves: between its choice here and its use
 * elsewhere, every connection that anyone opens on the machine takes one of those.
 */
const LOWEST = 10_000;
const HIGHEST = 32_000;

const isFree = (port: number): Promise<boolean> =>
	new Promise((resolve) => {
		const server = createServer()
			.once('error', () => resolve(false))
			.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
	});

export async function freePort(): Promise<number> {
	for (;;) {
		const port = LOWEST + Math.floor(Math.random() * (HIGHEST - LOWEST));
		if (await isFree(port)) return port;
	}
}
