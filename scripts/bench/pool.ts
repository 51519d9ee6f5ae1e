/**
 * A pool of threads that shares a forecast's runs out and joins them, for the bench; the
 * browser's pool does the same with its workers.
 */
import { once } from 'node:events';
import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { bandOf, emptySamples, joinSamples, type Band, type Samples } from '../../core/forecast/monte-carlo';
import type { ProgramContext } from '../../core/request/context';
import type { ProgramSettings } from '../../core/request/settings';
import type { Share } from './runs-worker';

/** As many as the browser's pool has at most. */
const MOST = 4;

export class Pool {
	private readonly workers = Array.from(
		{ length: Math.min(MOST, availableParallelism()) },
		() =>
			// A thread does not inherit the loader for TypeScript: it is registered before the file is
			// loaded.
			new Worker(
				`import('tsx/esm/api').then((tsx) => { tsx.register(); return import(${JSON.stringify(new URL('./runs-worker.ts', import.meta.url).href)}); });`,
				{ eval: true }
			)
	);

	get size(): number {
		return this.workers.length;
	}

	/** The band of `runs` runs, drawn by all threads together. */
	async band(
		context: ProgramContext,
		settings: ProgramSettings,
		runs: number,
		untilMin: number
	): Promise<Band> {
		const of = this.size;
		const shares = this.workers.map(async (worker, at) => {
			const share: Share = {
				context,
				settings,
				seed: 7,
				untilMin,
				of,
				at,
				runs: Math.floor((runs + of - 1 - at) / of)
			};
			worker.postMessage(share);
			const [samples] = (await once(worker, 'message')) as [Samples];
			return samples;
		});
		const joined = emptySamples();
		for (const samples of await Promise.all(shares)) joinSamples(joined, samples);
		return bandOf(joined, untilMin);
	}

	close(): Promise<unknown> {
		return Promise.all(this.workers.map((worker) => worker.terminate()));
	}
}
