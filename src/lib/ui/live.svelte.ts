/** Live values of runs in the browser, fed by server-sent events. */
import { SvelteMap } from 'svelte/reactivity';
import type { LiveValues } from '$lib/server/services/live';

class LiveFeed {
	readonly values = new SvelteMap<string, LiveValues>();
	/** False while the server does not answer. */
	connected = $state(true);
	private source: EventSource | null = null;

	/** Opens the feed; `onEnd` is called when a run ends. Returns what closes it. */
	open(onEnd: (runId: string) => void): () => void {
		const source = new EventSource('/api/v1/live');
		this.source = source;
		source.addEventListener('open', () => (this.connected = true));
		source.addEventListener('error', () => (this.connected = false));
		source.addEventListener('values', (event) => {
			const value = JSON.parse((event as MessageEvent<string>).data) as LiveValues;
			this.values.set(value.runId, value);
		});
		source.addEventListener('ended', (event) => {
			const { runId } = JSON.parse((event as MessageEvent<string>).data) as { runId: string };
			this.values.delete(runId);
			onEnd(runId);
		});
		return () => {
			source.close();
			if (this.source === source) this.source = null;
		};
	}
}

export const feed = new LiveFeed();
