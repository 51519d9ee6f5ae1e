/** One thread of the measurement: every so many-th charge of each chemistry that it is asked for. */
import { parentPort } from 'node:worker_threads';
import { trueRuns } from './case';
import { measure } from './measured';

export interface Asked {
	chemistry: string;
	count: number;
	/** Those whose index leaves `at` when it is divided by `of`, but for what is known already. */
	of: number;
	at: number;
	known: readonly number[];
	compared: boolean;
}

parentPort!.on('message', ({ chemistry, count, of, at, known, compared }: Asked) => {
	for (const [index, run] of trueRuns(chemistry, count).entries())
		if (index % of === at && !known.includes(index))
			parentPort!.postMessage(measure(run, chemistry, index, compared));
	parentPort!.postMessage(null);
});
