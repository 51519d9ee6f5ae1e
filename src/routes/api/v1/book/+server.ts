import { app } from '$lib/server/app';
import { answer, now, parseJson, readBytes, textOf } from '$lib/server/http';
import { done, refuse, type Result } from '$lib/server/result';
import { bringIn, checkBook, checkCsv, compareBook, type Checked } from '$lib/server/services/book/bring-in';
import { bookPieces, streamOf } from '$lib/server/services/book/take-out';
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
				'content-type': 'application/json',
				'content-disposition': `attachment; filename="stack-tender-${at.slice(0, 10)}.json"`
			}
		}
	);
};

async function checkedBody(request: Request): Promise<Result<Checked>> {
	const read = await readBytes(request, LARGEST_BOOK);
	if (!read.ok) return read;
	if (read.value.length === 0) return refuse(422, 'This file is empty.');
	if (read.value[0] === 0x50 && read.value[1] === 0x4b)
		return refuse(415, 'This is a packed file: unpack it and bring in what is inside.');
	const text = textOf(read.value);
	if (text === null) return refuse(422, 'This file is neither UTF-8 nor UTF-16 text: save it as UTF-8.');
	if (text.includes('\u0000')) return refuse(422, 'A text holds a character that cannot be kept (NUL).');
	if (!/^\s*[{[]/.test(text)) return checkCsv(text);
	const book = parseJson(text);
	return book.ok ? checkBook(book.value) : refuse(422, 'This file breaks off or is no JSON.');
}

/**
 * `look`: what would change. Without it: brings it in; `replace` lets the file win where a row is
 * here and differs.
 */
export const POST: RequestHandler = async ({ request, url }) => {
	const { db } = await app();
	const checked = await checkedBody(request);
	if (!checked.ok) return answer(checked);
	if (url.searchParams.has('look')) return answer(done(await compareBook(db, checked.value)));
	return answer(await bringIn(db, checked.value, url.searchParams.has('replace')));
};
