/**
 * The real application for a test: built server, real database file, simulated charger, on ports
 * of its own.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoFile } from './demo-file';
import { freePort } from './free-port';
import { within } from './within';

export interface TestApp {
	base: string;
	port: number;
	dataFile: string;
	/** The simulated charger's process, to be paused or killed. */
	standIn: ChildProcess;
	standInPort: number;
	/** Ends the application the hard way, as a crash would; the simulated charger goes on. */
	kill(): Promise<void>;
	start(): Promise<void>;
	/** Sends a signal to the application. */
	signal(name: NodeJS.Signals): void;
	/** The simulated charger loses its power and comes back: it knows of no run. */
	restartStandIn(): Promise<void>;
	close(): Promise<void>;
	/** What the server has said on its standard error since it was started first. */
	complaints(): string;
}

async function answers(url: string, child: ChildProcess, complaints: () => string): Promise<void> {
	for (let i = 0; i < 400; i++) {
		if (child.exitCode !== null || child.signalCode !== null)
			throw new Error(`the server ended by itself: ${complaints().slice(-2000)}`);
		try {
			if (await within(5000, async (signal) => (await fetch(url, { signal })).ok)) return;
		} catch {
			// not yet
		}
		await new Promise((r) => setTimeout(r, 50));
	}
	throw new Error(`${url} does not answer`);
}

export interface AppOptions {
	/** Fills the database with the harbour first. */
	demo?: boolean;
	/** Simulated seconds per real second. */
	speed?: number;
	/** Where the data goes; a new folder that is removed at the end unless it is given. */
	folder?: string;
	/** Called with the data file before the application opens it. */
	prepare?: (dataFile: string) => Promise<void>;
	/** Keeps what the server complains about to itself. */
	quiet?: boolean;
	/** More of its environment. */
	env?: Record<string, string>;
}

/** Starts everything. */
export async function startApp(options: AppOptions = {}): Promise<TestApp> {
	const dir = options.folder ?? mkdtempSync(join(tmpdir(), 'stack-tender-'));
	const dataFile = join(dir, 'test.sqlite');
	if (options.demo) await demoFile(dataFile);
	await options.prepare?.(dataFile);
	const [port, standInPort] = [await freePort(), await freePort()];
	const base = `http://127.0.0.1:${port}`;
	const env = {
		...process.env,
		STAND_IN_PORT: String(standInPort),
		STAND_IN_SPEED: String(options.speed ?? 600)
	};
	const simulated = () => spawn('node', ['build/stand-in.js'], { env, stdio: 'ignore' });
	let server: ChildProcess | null = null;
	let complaints = '';
	const app: TestApp = {
		base,
		port,
		dataFile,
		standIn: simulated(),
		standInPort,
		complaints: () => complaints,
		async start() {
			server = spawn('node', ['build/serve.js'], {
				env: {
					...env,
					HOST: '127.0.0.1',
					PORT: String(port),
					ORIGIN: base,
					// Each address has its own limit; a backup that is brought back is as large as it is.
					BODY_SIZE_LIMIT: 'Infinity',
					STACK_TENDER_DATA: dataFile,
					...options.env
				},
				stdio: ['ignore', 'ignore', 'pipe']
			});
			server.stderr!.setEncoding('utf8').on('data', (part: string) => {
				complaints += part;
				if (!options.quiet) process.stderr.write(part);
			});
			await answers(`${base}/api/v1/preferences`, server, app.complaints);
		},
		async kill() {
			// One that went by itself will not go again.
			if (server!.exitCode !== null || server!.signalCode !== null) return;
			const ended = new Promise((r) => server!.once('exit', r));
			server!.kill('SIGKILL');
			await ended;
		},
		signal: (name) => void server!.kill(name),
		async restartStandIn() {
			const ended = new Promise((r) => app.standIn.once('exit', r));
			app.standIn.kill('SIGKILL');
			await ended;
			app.standIn = simulated();
		},
		async close() {
			app.standIn.kill('SIGKILL');
			if (server) await app.kill();
			if (!options.folder) rmSync(dir, { recursive: true, force: true, maxRetries: 5 });
		}
	};
	try {
		await app.start();
	} catch (error) {
		await app.close();
		throw error;
	}
	return app;
}
