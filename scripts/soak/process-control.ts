/** The machine's clock and memory of an application under test, through `process-hook.mjs`. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { TestApp } from '../../tests/support/server';
import { sleep } from './client';

/** Bytes after a forced collection. */
export interface ProcessMemory {
	rss: number;
	heapUsed: number;
	/** Held outside of the heap by objects in it. */
	external: number;
	spaces: Record<string, number>;
}

/** A busy application answers an order within, ms. */
const PATIENCE_MS = 60_000;

export class ProcessControl {
	private readonly folder = mkdtempSync(join(tmpdir(), 'soak-order-'));
	private readonly file = join(this.folder, 'order.json');
	private n = 0;
	private clockByMs = 0;
	/** What the application is started with. */
	readonly env = {
		NODE_OPTIONS: `--import=${pathToFileURL(resolve('scripts/soak/process-hook.mjs')).href}`,
		SOAK_ORDER: this.file
	};

	constructor() {
		this.write(false);
	}

	/** This machine's time as the application sees it, ms since 1970. */
	nowMs = (): number => Date.now() + this.clockByMs;

	private write(collect: boolean): void {
		writeFileSync(this.file, JSON.stringify({ n: this.n, clockByMs: this.clockByMs, collect }));
	}

	private async order(app: TestApp, collect: boolean): Promise<ProcessMemory | null> {
		this.n++;
		this.write(collect);
		app.signal('SIGUSR2');
		for (const until = Date.now() + PATIENCE_MS; Date.now() < until; await sleep(20)) {
			try {
				const answer = JSON.parse(readFileSync(`${this.file}.answer`, 'utf8')) as {
					n: number;
					memory: ProcessMemory | null;
				};
				if (answer.n === this.n) return answer.memory;
			} catch {
				// Not written yet, or half of it.
			}
		}
		throw new Error('the application does not take orders');
	}

	/** Sets the machine's clock by `byMs` more, as the application sees it. */
	async step(app: TestApp, byMs: number): Promise<void> {
		this.clockByMs += byMs;
		await this.order(app, false);
	}

	/** Sets it while the application is not running: the next start sees it. */
	stepMeanwhile(byMs: number): void {
		this.clockByMs += byMs;
		this.write(false);
	}

	collected = async (app: TestApp): Promise<ProcessMemory> => (await this.order(app, true))!;

	close = (): void => rmSync(this.folder, { recursive: true, force: true });
}
