/** Thin: the thread that reads a charger's log from the bytes of a request. */
import { parentPort, workerData } from 'node:worker_threads';
import { runInBackground } from '../../background';
import { parseJson, textOf } from '../../body-text';
import { refuse, type Result } from '../../result';
import type { ThreadMessage } from '../../thread';
import { readLogToImport, type LogRead } from './import-log';

runInBackground();

function read(bytes: Uint8Array): Result<LogRead> {
	const text = textOf(bytes);
	if (text === null) return refuse(400, 'The body is not UTF-8.');
	const body = parseJson(text);
	return body.ok ? readLogToImport(body.value) : body;
}

const message: ThreadMessage<Result<LogRead>> = { result: read(workerData as Uint8Array) };
parentPort!.postMessage(message);
