/**
 * One worker of the bench's pool: draws its share of a forecast's runs, as the browser's workers
 * do, and says that it is done.
 */
import { parentPort } from 'node:worker_threads';
import { drawRuns, emptySamples, type Sampling } from '../../core/forecast/monte-carlo';
import { resolve, type ProgramContext } from '../../core/request/context';
import type { ProgramSettings } from '../../core/request/settings';

export interface Share extends Sampling {
	context: ProgramContext;
	settings: ProgramSettings;
	runs: number;
}

parentPort!.on('message', ({ context, settings, runs, ...sampling }: Share) => {
	const samples = emptySamples();
	const work = drawRuns(resolve(context), settings, sampling, samples);
	while (samples.endMin.length < runs) work.next();
	parentPort!.postMessage(samples);
});
