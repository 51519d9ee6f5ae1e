/**
 * A run by hand followed in the browser: asks the worker what the screen should read, and again
 * at every minute.
 */
import { wrap, type Remote } from 'comlink';
import type { KeptLook } from '$core/log/look';
import type { ProgramContext } from '$core/request/context';
import type { ProgramSettings } from '$core/request/settings';
import type { Followed, FollowWorker } from '$lib/workers/follow.worker';

export class FollowClient {
	/** What is known with the looks that were told; null until the first answer. */
	known = $state.raw<Followed | null>(null);
	/** The looks it was computed with have changed since. */
	busy = $state(false);
	private remote: Remote<FollowWorker> | null = null;
	private begun: Promise<void> | null = null;
	private job = 0;

	/** Call in the browser; returns what ends the worker. */
	open(context: ProgramContext, settings: ProgramSettings): () => void {
		// eslint-disable-next-line svelte/prefer-svelte-reactivity -- an address that never changes
		const worker = new Worker(new URL('../../workers/follow.worker.ts', import.meta.url), { type: 'module' });
		this.remote = wrap<FollowWorker>(worker);
		this.begun = this.remote.begin($state.snapshot(context) as ProgramContext, { ...settings });
		return () => worker.terminate();
	}

	/** Tells all looks; the last call wins. */
	async tell(looks: readonly KeptLook[], minute: number): Promise<void> {
		if (!this.remote) return;
		const job = ++this.job;
		this.busy = true;
		await this.begun;
		const known = await this.remote.tell(
			looks.map((l) => ({ ...l })),
			minute
		);
		if (job !== this.job) return;
		this.known = known;
		this.busy = false;
	}

	/** The minute has moved on. */
	async at(minute: number): Promise<void> {
		if (!this.remote || !this.known || this.busy) return;
		const job = this.job;
		const moved = await this.remote.at(minute);
		if (job === this.job && this.known) this.known = { ...this.known, ...moved };
	}
}
