/** Thin: draws its share of the forecast's runs off the main thread. Core computes. */
import './no-eval';
import { expose } from 'comlink';
import type { ProgramContext } from '$core/request/context';
import { resolve } from '$core/request/context';
import type { ProgramSettings } from '$core/request/settings';
import { drawRuns, emptySamples, type Samples, type Sampling } from '$core/forecast/monte-carlo';

export interface ForecastJob extends Sampling {
	id: number;
	context: ProgramContext;
	settings: ProgramSettings;
	/** Runs of this worker's share. */
	runs: number;
	/**
	 * What was drawn is handed over after so many runs of the share, in rising order; the last of
	 * them is all.
	 */
	handOver: readonly number[];
}

/** Runs between looks at whether the job is still wanted. */
const BATCH = 16;

let wanted = -1;
const breathe = () => new Promise<void>((done) => setTimeout(done, 0));

const api = {
	/** Drops whatever is being computed. */
	cancel(): void {
		wanted = -1;
	},
	/**
	 * Draws the share, handing over what is new at each of the marks; stops where a newer job or a
	 * cancel comes in between.
	 */
	async run(job: ForecastJob, onsamples: (more: Samples) => void): Promise<void> {
		wanted = job.id;
		const r = resolve(job.context);
		const marks = [...job.handOver];
		const fresh = emptySamples(job.points);
		let handed = 0;
		const work = drawRuns(r, job.settings, job, fresh);
		for (let done = 0; done < job.runs;) {
			const until = Math.min(job.runs, marks[0] ?? job.runs, done + BATCH);
			while (done < until) done = handed + work.next().value;
			if (done >= (marks[0] ?? job.runs)) {
				marks.shift();
				onsamples(fresh);
				handed = done;
				for (const column of [...fresh.packV, ...fresh.currentA]) column.length = 0;
				fresh.endMin.length = fresh.chargeAh.length = fresh.highestCellV.length = 0;
			}
			await breathe();
			if (wanted !== job.id) return;
		}
	}
};

export type ForecastWorker = typeof api;
expose(api);
