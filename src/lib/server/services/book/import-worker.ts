/** Thin: the thread that reads, checks, compares or stages a book, and says how far it is. */
import { parentPort, workerData } from 'node:worker_threads';
import { runInBackground } from '../../background';
import { openForReading } from '../../db/connect';
import { done } from '../../result';
import type { ThreadMessage } from '../../thread';
import { staged } from './bring-in';
import { checkFile } from './check-book';
import { compareBook } from './compare-book';
import type { ImportAnswer, ImportRequest } from './import-beside';

runInBackground();

const { dataFile, bytes, stageIn } = workerData as ImportRequest;
const say = (message: ThreadMessage<ImportAnswer>) => parentPort!.postMessage(message);
const tell = (share: number) => say({ share });

async function answer(): Promise<ImportAnswer> {
	const checked = checkFile(bytes);
	if (!checked.ok) return checked;
	const here = await openForReading(dataFile);
	try {
		if (!stageIn) return done(await compareBook(here, checked.value, tell));
		return await staged(here, checked.value, stageIn.replace, stageIn.file, tell);
	} finally {
		await here.close();
	}
}

say({ result: await answer() });
