/** Live values of runs in the browser, fed by server-sent events. */
import { SvelteMap } from 'svelte/reactivity';
import type { LiveValues } from '$lib/server/services/live';

class LiveFeed {
	readonly values = new SvelteMap<string, LiveValues>();
	/** False while the server does not answer. */
	connected = $state(true);
	private source: EventSource | null = null;

	/**
	 * Opens the feed; `onEnd` is called when a run ends. Returns what closes it. A page that is left is kept by the browser for
	 * a while with its connections open, and a browser allows only a few to one host: so the feed is closed on leaving, and
	 * opened again on coming back.
	 */
	open(onEnd: (runId: string) => void): () => void {
		const leave = () => this.disconnect();
		const comeBack = (event: PageTransitionEvent) => {
			if (event.persisted) this.connect(onEnd);
		};
		window.addEventListener('pagehide', leave);
		window.addEventListener('pageshow', comeBack);
		this.connect(onEnd);
		return () => {
			window.removeEventListener('pagehide', leave);
			window.removeEventListener('pageshow', comeBack);
			this.disconnect();
		};
	}

	private connect(onEnd: (runId: string) => void): void {
		this.disconnect();
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
	}

	private disconnect(): void {
		this.source?.close();
		this.source = null;
	}
}

export const feed = new LiveFeed();
