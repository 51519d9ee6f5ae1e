/**
 * The worker that sorts a pile on and says what a batch does; opened in the browser, one for the
 * page.
 */
import { proxy, wrap, type Remote } from 'comlink';
import type { Sorted } from '$core/parallel/batches';
import type { Sorting } from '$core/parallel/sorter';
import type { GroupControl } from '$core/simulate/joining/group-charge';
import type { Member } from '$core/simulate/joining/member';
import type { BatchDetail, ParallelWorker } from '$lib/workers/parallel.worker';

export class PileClient {
	/** The best so far of the sorting that is called so. */
	better = $state.raw<{ key: string; sorted: Sorted } | null>(null);
	/** How far the search is, 0 to 1; null while none runs. */
	progress = $state<number | null>(null);
	private remote: Remote<ParallelWorker> | null = null;
	private job = 0;

	open(): () => void {
		// eslint-disable-next-line svelte/prefer-svelte-reactivity -- an address that never changes
		const worker = new Worker(new URL('../../workers/parallel.worker.ts', import.meta.url), {
			type: 'module'
		});
		this.remote = wrap<ParallelWorker>(worker);
		return () => worker.terminate();
	}

	/** Looks on for something better than what is shown; the last call wins. */
	async sort(key: string, sorting: Sorting): Promise<void> {
		if (!this.remote) return;
		const job = ++this.job;
		this.progress = 0;
		const found = await this.remote.sort(
			job,
			sorting,
			proxy((sorted: Sorted, _seen: number, share: number) => {
				if (job !== this.job) return;
				this.better = { key, sorted };
				this.progress = Math.min(1, share);
			})
		);
		if (job !== this.job) return;
		if (found) this.better = { key, sorted: found };
		this.progress = null;
	}

	/** Keeps what is there. */
	cancel(): void {
		this.job++;
		this.progress = null;
		void this.remote?.cancel();
	}

	async detail(members: readonly Member[], control: GroupControl | null): Promise<BatchDetail | null> {
		return (
			(await this.remote?.detail(
				members.map((m) => ({ ...m })),
				control
			)) ?? null
		);
	}
}
