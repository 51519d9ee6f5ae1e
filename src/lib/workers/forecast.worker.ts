/** Thin: runs the forecast's band off the main thread, with progress and cancel. Core computes. */
import './no-eval';
import { expose } from 'comlink';
import type { ProgramContext } from '$core/request/context';
import { resolve } from '$core/request/context';
import type { ProgramSettings } from '$core/request/settings';
import { forecast } from '$core/forecast/forecast';
import { monteCarlo, type Band } from '$core/forecast/monte-carlo';
import type { Trace } from '$core/simulate/run-legs';

export interface ForecastJob {
	id: number;
	context: ProgramContext;
	settings: ProgramSettings;
	runs: number;
	seed: number;
}
export interface ForecastAnswer {
	trace: Trace;
	voltageFromMin: number | null;
	band: Band;
}

/** Runs between looks at whether the job is still wanted. */
const BATCH = 32;

let wanted = -1;
const breathe = () => new Promise<void>((done) => setTimeout(done, 0));

const api = {
	/** Drops whatever is being computed. */
	cancel(): void {
		wanted = -1;
	},
	/** The best guess with its trace, then the band; null when a newer job or a cancel came in between. */
	async run(job: ForecastJob, onprogress: (done: number) => void): Promise<ForecastAnswer | null> {
		wanted = job.id;
		const r = resolve(job.context);
		const outlook = forecast(r, job.settings, 20);
		const { best } = outlook;
		const work = monteCarlo(r, job.settings, {
			runs: job.runs,
			seed: job.seed,
			untilMin: outlook.timeMin.p99
		});
		for (;;) {
			for (let k = 0; k < BATCH; k++) {
				const step = work.next();
				if (step.done)
					return {
						trace: best.trace,
						voltageFromMin: best.voltagePhaseFromS === null ? null : best.voltagePhaseFromS / 60,
						band: step.value
					};
				if (k === BATCH - 1) onprogress(step.value);
			}
			await breathe();
			if (wanted !== job.id) return null;
		}
	}
};

export type ForecastWorker = typeof api;
expose(api);
