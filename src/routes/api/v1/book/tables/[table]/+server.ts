import { app } from '$lib/server/app';
import { answer } from '$lib/server/http';
import { missing } from '$lib/server/result';
import { fileName, ORDER } from '$lib/server/services/book/book';
import { csvPieces, streamOf, UNCOMPRESSED } from '$lib/server/services/book/take-out';
import type { RequestHandler } from './$types';

/** One table as CSV (RFC 4180): `packs.csv`, `runs.csv` and so on. */
export const GET: RequestHandler = async ({ params }) => {
	const name = ORDER.find((n) => `${fileName(n)}.csv` === params.table);
	if (!name) return answer(missing('table'));
	const copy = await (await app()).db.snapshot();
	return new Response(
		streamOf(csvPieces(copy, name), () => copy.close()),
		{
			headers: {
				...UNCOMPRESSED,
				'content-type': 'text/csv; charset=utf-8; header=present',
				'content-disposition': `attachment; filename="${params.table}"`
			}
		}
	);
};
