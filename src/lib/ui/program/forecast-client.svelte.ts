/**
 * The forecast's band in the browser: asks the workers for it, and forgets answers that come too
 * late.
 */
import type { Band } from '$core/forecast/monte-carlo';
import type { ProgramContext } from '$core/request/context';
import type { ProgramSettings } from '$core/request/settings';
import type { ForecastPool } from './forecast-pool';

export class ForecastClient {
	band = $state.raw<Band | null>(null);
	/** Runs done so far, 0 to 1; null while nothing is computed. */
	progress = $state<number | null>(null);
	private pool: ForecastPool | null = null;
	/** What was asked for before the workers were there. */
	private waiting: (() => void) | null = null;
	private job = 0;

	/** Call in the browser; returns what ends the workers. */
	open(): () => void {
		let closed = false;
		void import('./forecast-pool').then(({ ForecastPool }) => {
			if (closed) return;
			this.pool = new ForecastPool();
			this.waiting?.();
			this.waiting = null;
		});
		return () => {
			closed = true;
			this.pool?.close();
		};
	}

	/** Begins anew for these settings; a band drawn for others says nothing of them and goes. */
	ask(context: ProgramContext, settings: ProgramSettings, untilMin: number): void {
		const id = ++this.job;
		this.progress = 0;
		this.band = null;
		const plain = $state.snapshot(context) as ProgramContext;
		const begin = () =>
			this.pool?.run(id, plain, { ...settings }, untilMin, (band, progress) => {
				if (id !== this.job) return;
				this.progress = progress;
				if (band) this.band = band;
			});
		if (this.pool) begin();
		else this.waiting = begin;
	}

	/** Draws no more runs; what is there stays. */
	cancel(): void {
		this.job++;
		this.progress = null;
		this.waiting = null;
		this.pool?.cancel();
	}
}
