/**
 * One thread of the measurement: every so many-th charge of each chemistry that it is asked for.
 */
import { parentPort } from 'node:worker_threads';
import { trueRuns } from './case';
import { measure, type KeptReference } from './measured';

export interface Asked {
	chemistry: string;
	count: number;
	/** Those whose index leaves `at` when it is divided by `of`. */
	of: number;
	at: number;
	/** What is known of the reference already. */
	kept: readonly KeptReference[];
	compared: boolean;
}

parentPort!.on('message', ({ chemistry, count, of, at, kept, compared }: Asked) => {
	for (const [index, run] of trueRuns(chemistry, count).entries()) {
		if (index % of !== at) continue;
		const reference = kept.find((k) => k.index === index)?.reference ?? compared;
		parentPort!.postMessage(measure(run, chemistry, index, reference));
	}
	parentPort!.postMessage(null);
});
