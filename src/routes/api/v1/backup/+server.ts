import { now as bookNow } from '$lib/server/clock';
import { app } from '$lib/server/app';
import { backup } from '$lib/server/services/house/backup';
import type { RequestHandler } from './$types';

/** Everything, as one SQLite file. */
export const GET: RequestHandler = async () => {
	const { stream, bytes } = await backup((await app()).db);
	const day = bookNow().slice(0, 10);
	return new Response(stream, {
		headers: {
			'content-type': 'application/vnd.sqlite3',
			'content-length': String(bytes),
			'content-disposition': `attachment; filename="stack-tender-${day}.sqlite"`
		}
	});
};
