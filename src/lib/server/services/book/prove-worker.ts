/** Thin: the thread that proves a data file. */
import { parentPort, workerData } from 'node:worker_threads';
import { proveDataFile } from './prove';

const { file } = workerData as { file: string };
try {
	await proveDataFile(file);
	parentPort!.postMessage({ refused: null });
} catch (error) {
	const { name, message } = error as Error;
	parentPort!.postMessage({
		refused: name === 'StartError' ? message : `This file cannot be used: ${message}`
	});
}
