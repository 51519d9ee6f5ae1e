/** A port of loopback that nobody listens on at this moment. */
import { createServer } from 'node:net';

export function freePort(): Promise<number> {
	return new Promise((resolve) => {
		const server = createServer().listen(0, '127.0.0.1', () => {
			const { port } = server.address() as { port: number };
			server.close(() => resolve(port));
		});
	});
}
