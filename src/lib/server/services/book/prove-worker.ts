/** Thin: the thread that proves a data file, and says how far it is. */
import { parentPort, workerData } from 'node:worker_threads';
import { runInBackground } from '../../background';
import type { ThreadMessage } from '../../thread';
import { proveDataFile } from './prove';
import type { Proved } from './prove-beside';

runInBackground();

const { file } = workerData as { file: string };
const say = (message: ThreadMessage<Proved>) => parentPort!.postMessage(message);
try {
	await proveDataFile(file, (share) => say({ share }));
	say({ result: null });
} catch (error) {
	const { name, message } = error as Error;
	say({ result: name === 'StartError' ? message : `This file cannot be used: ${message}` });
}
