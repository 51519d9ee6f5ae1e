/**
 * Keeps the simulated charger at hand while a charger on the bench is linked to it: connects at
 * the start of the application, again when the connection is lost, and starts the process when
 * nobody is there.
 */
import { spawn } from 'node:child_process';
import type { Logger } from 'pino';
import type { Database } from '../db/connect';
import { LinkError } from './charger-link';
import type { StandInLink } from './stand-in-link';

const EVERY_MS = 2000;
/** One that was just started takes a while to listen, ms. */
const STARTS_APART_MS = 15_000;

/** The command that starts it, as a JSON array of words; unset where somebody else starts it. */
const COMMAND = 'STAND_IN_COMMAND';

export class StandInKeeper {
	private timer: ReturnType<typeof setTimeout> | null = null;
	private stopped = false;
	private startedMs = -Infinity;

	constructor(
		private readonly db: Database,
		private readonly link: StandInLink,
		private readonly log: Logger
	) {}

	start(everyMs = EVERY_MS): void {
		const look = async () => {
			try {
				if ((await this.db.models.Charger.count({ where: { link: 'stand-in' } })) > 0) await this.keep();
			} catch (error) {
				this.log.error({ err: error }, 'looking after the simulated charger failed');
			}
			if (!this.stopped) this.timer = setTimeout(look, everyMs);
		};
		void look();
	}

	stop(): void {
		this.stopped = true;
		if (this.timer) clearTimeout(this.timer);
	}

	private async keep(): Promise<void> {
		try {
			await this.link.hello();
		} catch (error) {
			if (!(error instanceof LinkError)) throw error;
			// One that hangs, or is of another release, holds its port: a second could not listen on it.
			if (error.unreachable && !error.maybeDone && !this.stopped) this.launch();
		}
	}

	private launch(): void {
		const command = process.env[COMMAND];
		if (!command || Date.now() - this.startedMs < STARTS_APART_MS) return;
		this.startedMs = Date.now();
		const [name, ...args] = JSON.parse(command) as string[];
		// It outlives the application, as a real charger would.
		const child = spawn(name, args, { detached: true, stdio: 'ignore' });
		child.on('error', (error) =>
			this.log.error({ err: error }, 'the simulated charger could not be started')
		);
		child.unref();
	}
}
