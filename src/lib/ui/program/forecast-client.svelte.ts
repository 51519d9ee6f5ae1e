/** The forecast's band in the browser: asks the worker, shows progress, forgets answers that came too late. */
import { proxy, wrap, type Remote } from 'comlink';
import type { ProgramContext } from '$core/request/context';
import type { ProgramSettings } from '$core/request/settings';
import type { ForecastAnswer, ForecastWorker } from '$lib/workers/forecast.worker';

/** Enough for a smooth 5 to 95 % band. */
const RUNS = 1000;
const SEED = 7;

export class ForecastClient {
	answer = $state.raw<ForecastAnswer | null>(null);
	/** Runs done so far, 0 to 1; null while nothing is computed. */
	progress = $state<number | null>(null);
	private worker: Worker | null = null;
	private remote: Remote<ForecastWorker> | null = null;
	private job = 0;

	/** Call in the browser; returns what ends the worker. */
	open(): () => void {
		// eslint-disable-next-line svelte/prefer-svelte-reactivity -- an address that never changes
		this.worker = new Worker(new URL('../../workers/forecast.worker.ts', import.meta.url), {
			type: 'module'
		});
		this.remote = wrap<ForecastWorker>(this.worker);
		return () => this.worker?.terminate();
	}

	async ask(context: ProgramContext, settings: ProgramSettings): Promise<void> {
		if (!this.remote) return;
		const id = ++this.job;
		this.progress = 0;
		const answer = await this.remote.run(
			{
				id,
				context: $state.snapshot(context) as ProgramContext,
				settings: { ...settings },
				runs: RUNS,
				seed: SEED
			},
			proxy((done: number) => {
				if (id === this.job) this.progress = done / RUNS;
			})
		);
		if (id !== this.job || !answer) return;
		this.answer = answer;
		this.progress = null;
	}

	cancel(): void {
		this.job++;
		this.progress = null;
		void this.remote?.cancel();
	}
}
