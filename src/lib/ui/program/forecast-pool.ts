/**
 * The workers that draw a forecast's runs, and what joins what they find; loaded once a page is
 * there, as a first drawing needs none of it.
 */
import { proxy, wrap, type Remote } from 'comlink';
import { bandOf, emptySamples, joinSamples, type Band, type Samples } from '$core/forecast/monte-carlo';
import type { ProgramContext } from '$core/request/context';
import type { ProgramSettings } from '$core/request/settings';
import type { ForecastWorker } from '$lib/workers/forecast.worker';

/**
 * The band is drawn from so many runs first, then from more; the last is enough for a smooth 5 to
 * 95 %.
 */
const STAGES = [50, 200, 1000];
const RUNS = STAGES.at(-1)!;
const SEED = 7;
/** More share the work no better, and a phone has other things to do. */
const MOST_WORKERS = 4;

export class ForecastPool {
	private readonly workers: Worker[];
	private readonly remotes: Remote<ForecastWorker>[];

	constructor() {
		this.workers = Array.from(
			{ length: Math.max(1, Math.min(MOST_WORKERS, navigator.hardwareConcurrency - 1)) },
			() => new Worker(new URL('../../workers/forecast.worker.ts', import.meta.url), { type: 'module' })
		);
		this.remotes = this.workers.map((worker) => wrap<ForecastWorker>(worker));
	}

	/**
	 * Draws runs for job `id`; `onband` hears of each stage with a band and the share that is done,
	 * null once all is.
	 */
	run(
		id: number,
		context: ProgramContext,
		settings: ProgramSettings,
		untilMin: number,
		onband: (band: Band | null, progress: number | null) => void
	): void {
		const samples = emptySamples();
		const of = this.remotes.length;
		const stages = [...STAGES];
		const take = (more: Samples) => {
			joinSamples(samples, more);
			const done = samples.endMin.length;
			const progress = done < RUNS ? done / RUNS : null;
			const reached = done >= stages[0];
			while (done >= stages[0]) stages.shift();
			onband(reached ? bandOf(samples, untilMin) : null, progress);
		};
		this.remotes.forEach((remote, at) => {
			const share = (runs: number) => Math.floor((runs + of - 1 - at) / of);
			void remote.run(
				{
					id,
					context,
					settings,
					seed: SEED,
					untilMin,
					of,
					at,
					runs: share(RUNS),
					// Between the stages only so that the progress moves.
					handOver: [50, 200, 400, 600, 800, RUNS].map(share)
				},
				proxy(take)
			);
		});
	}

	cancel(): void {
		for (const remote of this.remotes) void remote.cancel();
	}

	close(): void {
		this.workers.forEach((worker) => worker.terminate());
	}
}
