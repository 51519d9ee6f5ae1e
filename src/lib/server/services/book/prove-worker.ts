/** Thin: the thread that proves a data file, and says how far it is. */
import { parentPort, workerData } from 'node:worker_threads';
import { proveDataFile } from './prove';
import type { Proved } from './prove-beside';

const { file } = workerData as { file: string };
const say = (message: Proved) => parentPort!.postMessage(message);
try {
	await proveDataFile(file, (share) => say({ share }));
	say({ refused: null });
} catch (error) {
	const { name, message } = error as Error;
	say({ refused: name === 'StartError' ? message : `This file cannot be used: ${message}` });
}
