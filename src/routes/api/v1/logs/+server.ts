import { app } from '$lib/server/app';
import { answer, keyOf, leftSignal, now, readBytes } from '$lib/server/http';
import { putLog } from '$lib/server/services/runs/import-log';
import { readLogBeside } from '$lib/server/services/runs/log-beside';
import type { RequestHandler } from './$types';

/** A log of a day at ten samples a second is smaller, bytes. */
const LARGEST_LOG = 40_000_000;

/** Puts a charger's own log into the book as a run that has ended. */
export const POST: RequestHandler = async (event) => {
	const { db } = await app();
	const key = keyOf(event.request);
	if (!key.ok) return answer(key);
	const body = await readBytes(event.request, LARGEST_LOG);
	if (!body.ok) return answer(body);
	const log = await readLogBeside(body.value, leftSignal(event));
	return log.ok ? answer(await putLog(db, log.value, now(), key.value), 201) : answer(log);
};
