/** A process that does nothing beside what is measured: its delays are the machine's own. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';

const SOURCE = `
	const { monitorEventLoopDelay } = require('node:perf_hooks');
	const delay = monitorEventLoopDelay({ resolution: 20 });
	delay.enable();
	process.on('message', () => process.send(Math.max(0, delay.percentile(99.9) / 1e6 - 20)));`;

export interface IdleProcess {
	/** 99.9 % of its delays are within, ms. */
	p999Ms(): Promise<number>;
	close(): void;
}

export function idleProcess(): IdleProcess {
	const child = spawn(process.execPath, ['-e', SOURCE], { stdio: ['ignore', 'ignore', 'ignore', 'ipc'] });
	return {
		async p999Ms() {
			child.send('delay');
			const [ms] = (await once(child, 'message')) as [number];
			return ms;
		},
		close: () => void child.kill()
	};
}
