import { json } from '@sveltejs/kit';
import { eventLoop } from '$lib/server/app';
import type { RequestHandler } from './$types';

const MB = 1e6;

export const GET: RequestHandler = () => {
	const { rss, heapUsed } = process.memoryUsage();
	const { user, system } = process.cpuUsage();
	return json({
		uptimeS: Math.round(process.uptime()),
		processorS: Math.round((user + system) / 1e3) / 1e3,
		memoryMB: Math.round(rss / MB),
		heapMB: Math.round(heapUsed / MB),
		eventLoop: eventLoop.figures()
	});
};
