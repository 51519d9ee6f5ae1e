/** The real application for a test: built server, real database file, simulated charger, on ports of its own. */
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { loadDemo } from '../../demo/load';
import { openDatabase } from '../../src/lib/server/db/connect';

function freePort(): Promise<number> {
	return new Promise((resolve) => {
		const server = createServer().listen(0, '127.0.0.1', () => {
			const { port } = server.address() as { port: number };
			server.close(() => resolve(port));
		});
	});
}

export interface TestApp {
	base: string;
	dataFile: string;
	/** Ends the application the hard way, as a crash would; the simulated charger goes on. */
	kill(): Promise<void>;
	start(): Promise<void>;
	close(): Promise<void>;
}

async function answers(url: string, child: ChildProcess): Promise<void> {
	for (let i = 0; i < 200; i++) {
		if (child.exitCode !== null) throw new Error('the server ended by itself');
		try {
			if ((await fetch(url)).ok) return;
		} catch {
			// not yet
		}
		await new Promise((r) => setTimeout(r, 100));
	}
	throw new Error(`${url} does not answer`);
}

/** Starts everything; `demo` fills the database with the harbour first. */
export async function startApp(options: { demo?: boolean; speed?: number } = {}): Promise<TestApp> {
	const dir = mkdtempSync(join(tmpdir(), 'stack-tender-'));
	const dataFile = join(dir, 'test.sqlite');
	if (options.demo) {
		const db = await openDatabase(dataFile);
		await loadDemo(db, Date.now());
		await db.sequelize.close();
	}
	const [port, standInPort] = [await freePort(), await freePort()];
	const base = `http://127.0.0.1:${port}`;
	const env = {
		...process.env,
		STAND_IN_PORT: String(standInPort),
		STAND_IN_SPEED: String(options.speed ?? 600)
	};
	const standIn = spawn('node', ['--import', 'tsx', 'stand-in/main.ts'], { env, stdio: 'ignore' });
	let server: ChildProcess | null = null;
	const app: TestApp = {
		base,
		dataFile,
		async start() {
			server = spawn('node', ['build/index.js'], {
				env: {
					...env,
					HOST: '127.0.0.1',
					PORT: String(port),
					ORIGIN: base,
					BODY_SIZE_LIMIT: '2M',
					STACK_TENDER_DATA: dataFile
				},
				stdio: ['ignore', 'ignore', 'inherit']
			});
			await answers(`${base}/api/v1/preferences`, server);
		},
		async kill() {
			const ended = new Promise((r) => server!.once('exit', r));
			server!.kill('SIGKILL');
			await ended;
		},
		async close() {
			standIn.kill('SIGKILL');
			if (server && server.exitCode === null) await app.kill();
			rmSync(dir, { recursive: true, force: true, maxRetries: 5 });
		}
	};
	await app.start();
	return app;
}
