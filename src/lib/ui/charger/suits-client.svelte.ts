/**
 * Judging a channel for every pack, in the browser: asks the worker, shows what it has so far,
 * forgets what came too late.
 */
import { proxy, wrap, type Remote } from 'comlink';
import type { Suit } from '$core/program/suits';
import type { SuitsJob, SuitsWorker } from '$lib/workers/suits.worker';

export class SuitsClient {
	/** What was found so far, in the order of the packs. */
	found = $state.raw<Suit[]>([]);
	private worker: Worker | null = null;
	private remote: Remote<SuitsWorker> | null = null;
	private job = 0;

	/** Call in the browser; returns what ends the worker. */
	open(): () => void {
		// eslint-disable-next-line svelte/prefer-svelte-reactivity -- an address that never changes
		this.worker = new Worker(new URL('../../workers/suits.worker.ts', import.meta.url), { type: 'module' });
		this.remote = wrap<SuitsWorker>(this.worker);
		return () => this.worker?.terminate();
	}

	ask(job: SuitsJob): void {
		const id = ++this.job;
		this.found = [];
		const more = (suits: Suit[]) => {
			if (id === this.job) this.found = [...this.found, ...suits];
		};
		void this.remote?.run($state.snapshot(job) as SuitsJob, proxy(more));
	}
}
