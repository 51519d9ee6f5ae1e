/** One thread of the measurement: every so many-th charge of each chemistry that it is asked for. */
import { parentPort } from 'node:worker_threads';
import { trueRuns } from './case';
import { measure, type Measured } from './measured';

export interface Asked {
	chemistry: string;
	count: number;
	/** Those whose index leaves `at` when it is divided by `of`, but for those in `done`. */
	of: number;
	at: number;
	done: readonly number[];
	/** What is known of the reference already; it depends on nothing that the follower does. */
	kept: readonly Measured[];
	compared: boolean;
}

parentPort!.on('message', ({ chemistry, count, of, at, done, kept, compared }: Asked) => {
	for (const [index, run] of trueRuns(chemistry, count).entries()) {
		if (index % of !== at || done.includes(index)) continue;
		const reference = kept.find((m) => m.index === index)?.reference ?? compared;
		parentPort!.postMessage(measure(run, chemistry, index, reference));
	}
	parentPort!.postMessage(null);
});
