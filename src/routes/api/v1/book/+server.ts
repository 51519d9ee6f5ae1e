import { app } from '$lib/server/app';
import { answer, leftSignal, now, readBytes } from '$lib/server/http';
import { bringInBeside, compareBeside } from '$lib/server/services/book/import-beside';
import { bookPieces, streamOf, UNCOMPRESSED } from '$lib/server/services/book/take-out';
import type { RequestHandler } from './$types';

/**
 * A book as JSON is held in memory as it is read; what is larger is brought back as a backup,
 * bytes.
 */
const LARGEST_BOOK = 64_000_000;

/** Everything, as one JSON document. */
export const GET: RequestHandler = async () => {
	const at = now();
	const copy = await (await app()).db.snapshot();
	return new Response(
		streamOf(bookPieces(copy, at), () => copy.close()),
		{
			headers: {
				...UNCOMPRESSED,
				'content-type': 'application/json',
				'content-disposition': `attachment; filename="stack-tender-${at.slice(0, 10)}.json"`
			}
		}
	);
};

/**
 * `look`: what would change. Without it: brings it in; `replace` lets the file win where a row is
 * here and differs.
 */
export const POST: RequestHandler = async (event) => {
	const { request, url } = event;
	const { db } = await app();
	const read = await readBytes(request, LARGEST_BOOK);
	if (!read.ok) return answer(read);
	const left = leftSignal(event);
	if (url.searchParams.has('look')) return answer(await compareBeside(db, read.value, left));
	return answer(await bringInBeside(db, read.value, url.searchParams.has('replace'), left));
};
