import { app } from '$lib/server/app';
import { textOf } from '$lib/server/body-text';
import { answer, readBytes } from '$lib/server/http';
import { refuse } from '$lib/server/result';
import { hoursFrom } from '$lib/server/services/plan/hours';
import type { RequestHandler } from './$types';

/** Largest calendar that is read, bytes. */
const LARGEST = 10_000_000;

/**
 * Attended hours from an iCalendar file: its events between `from` and `until`, recurring ones
 * each time; ?zone= says what a zone is that the file does not define. Nothing is kept.
 */
export const POST: RequestHandler = async ({ request, url }) => {
	await app();
	const read = await readBytes(request, LARGEST);
	if (!read.ok) return answer(read);
	const text = textOf(read.value);
	if (text === null) return answer(refuse(400, 'The file is not UTF-8.'));
	const q = url.searchParams;
	return answer(await hoursFrom(text, q.get('from') ?? '', q.get('until') ?? '', q.get('zone')));
};
