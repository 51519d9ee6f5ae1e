/** Live values of runs in the browser, fed by server-sent events. */
import { SvelteMap } from 'svelte/reactivity';
import type { LiveChange, LiveValues } from '$lib/server/services/runs/live';

/** What happened to a run; null for what may have happened while the server did not answer. */
export type Heard = Omit<LiveChange, 'values'> | null;

class LiveFeed {
	readonly values = new SvelteMap<string, LiveValues>();
	/** False while the server does not answer. */
	connected = $state(true);
	private source: EventSource | null = null;

	/**
	 * Opens the feed; `onChange` is called when a run starts, ends or is taken back. Returns what
	 * closes it. A page that is left is kept by the browser for a while with its connections open,
	 * and a browser allows only a few to one host: so the feed is closed on leaving, and opened
	 * again on coming back.
	 */
	open(onChange: (heard: Heard) => void): () => void {
		const leave = () => this.disconnect();
		const comeBack = (event: PageTransitionEvent) => {
			if (event.persisted) this.connect(onChange);
		};
		window.addEventListener('pagehide', leave);
		window.addEventListener('pageshow', comeBack);
		this.connect(onChange);
		return () => {
			window.removeEventListener('pagehide', leave);
			window.removeEventListener('pageshow', comeBack);
			this.disconnect();
		};
	}

	private connect(onChange: (heard: Heard) => void): void {
		this.disconnect();
		const source = new EventSource('/api/v1/live');
		this.source = source;
		source.addEventListener('open', () => {
			if (!this.connected) onChange(null);
			this.connected = true;
		});
		source.addEventListener('error', () => (this.connected = false));
		source.addEventListener('values', (event) => {
			const value = JSON.parse((event as MessageEvent<string>).data) as LiveValues;
			this.values.set(value.runId, value);
		});
		for (const what of ['changed', 'ended', 'withdrawn'] as const)
			source.addEventListener(what, (event) => {
				const { runId } = JSON.parse((event as MessageEvent<string>).data) as { runId: string };
				if (what !== 'changed') this.values.delete(runId);
				onChange({ runId, what });
			});
	}

	private disconnect(): void {
		this.source?.close();
		this.source = null;
	}
}

export const feed = new LiveFeed();
