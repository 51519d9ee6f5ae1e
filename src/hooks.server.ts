import type { HandleServerError, ServerInit } from '@sveltejs/kit';
import { app, log } from '$lib/server/app';

/** The database is opened and runs are picked up before the first request, not at it. */
export const init: ServerInit = async () => {
	const { follower, db, link } = await app();
	// The server closes its listener at a signal; what else keeps the process alive is ended here, the database last.
	process.once('sveltekit:shutdown', async () => {
		follower.stop();
		link.close();
		await db.sequelize.close();
		process.exit(0);
	});
};

export const handleError: HandleServerError = ({ error, event, status }) => {
	if (status >= 500) log.error({ err: error, path: event.url.pathname }, 'request failed');
	return {
		message:
			status === 404
				? 'There is nothing at this address.'
				: 'Something went wrong here. Nothing was lost; try again.'
	};
};
