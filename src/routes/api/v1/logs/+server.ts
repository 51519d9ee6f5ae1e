import { app } from '$lib/server/app';
import { parseJson, textOf } from '$lib/server/body-text';
import { answer, keyOf, now, readBytes } from '$lib/server/http';
import { refuse } from '$lib/server/result';
import { importLog } from '$lib/server/services/runs/import-log';
import type { RequestHandler } from './$types';

/** A log of a day at ten samples a second is smaller, bytes. */
const LARGEST_LOG = 40_000_000;

/** Puts a charger's own log into the book as a run that has ended. */
export const POST: RequestHandler = async ({ request }) => {
	const { db } = await app();
	const key = keyOf(request);
	if (!key.ok) return answer(key);
	const read = await readBytes(request, LARGEST_LOG);
	if (!read.ok) return answer(read);
	const text = textOf(read.value);
	const body = text === null ? refuse(400, 'The body is not UTF-8.') : parseJson(text);
	return body.ok ? answer(await importLog(db, body.value, now(), key.value), 201) : answer(body);
};
