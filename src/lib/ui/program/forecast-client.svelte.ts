/** The forecast's band in the browser: shares the runs out among workers, joins what they find, forgets answers that come too late. */
import { proxy, wrap, type Remote } from 'comlink';
import type { ProgramContext } from '$core/request/context';
import type { ProgramSettings } from '$core/request/settings';
import { bandOf, emptySamples, joinSamples, type Band, type Samples } from '$core/forecast/monte-carlo';
import type { ForecastWorker } from '$lib/workers/forecast.worker';

/** The band is drawn from so many runs first, then from more; the last is enough for a smooth 5 to 95 %. */
const STAGES = [50, 200, 1000];
const RUNS = STAGES.at(-1)!;
const SEED = 7;
/** More share the work no better, and a phone has other things to do. */
const MOST_WORKERS = 4;

export class ForecastClient {
	band = $state.raw<Band | null>(null);
	/** Runs done so far, 0 to 1; null while nothing is computed. */
	progress = $state<number | null>(null);
	private remotes: Remote<ForecastWorker>[] = [];
	private job = 0;

	/** Call in the browser; returns what ends the workers. */
	open(): () => void {
		const workers = Array.from(
			{ length: Math.max(1, Math.min(MOST_WORKERS, navigator.hardwareConcurrency - 1)) },
			// eslint-disable-next-line svelte/prefer-svelte-reactivity -- an address that never changes
			() => new Worker(new URL('../../workers/forecast.worker.ts', import.meta.url), { type: 'module' })
		);
		this.remotes = workers.map((worker) => wrap<ForecastWorker>(worker));
		return () => workers.forEach((worker) => worker.terminate());
	}

	/** Begins anew for these settings; a band drawn for others says nothing of them and goes. */
	ask(context: ProgramContext, settings: ProgramSettings, untilMin: number): void {
		if (this.remotes.length === 0) return;
		const id = ++this.job;
		this.progress = 0;
		this.band = null;
		const samples = emptySamples();
		const of = this.remotes.length;
		const stages = [...STAGES];
		const take = (more: Samples) => {
			if (id !== this.job) return;
			joinSamples(samples, more);
			const done = samples.endMin.length;
			this.progress = done < RUNS ? done / RUNS : null;
			if (done < stages[0]) return;
			while (done >= stages[0]) stages.shift();
			this.band = bandOf(samples, untilMin);
		};
		const plain = $state.snapshot(context) as ProgramContext;
		this.remotes.forEach((remote, at) => {
			const share = (runs: number) => Math.floor((runs + of - 1 - at) / of);
			void remote.run(
				{
					id,
					context: plain,
					settings: { ...settings },
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

	/** Draws no more runs; what is there stays. */
	cancel(): void {
		this.job++;
		this.progress = null;
		for (const remote of this.remotes) void remote.cancel();
	}
}
