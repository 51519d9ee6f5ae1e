import { app } from '$lib/server/app';
import { live } from '$lib/server/services/live';
import type { RequestHandler } from './$types';

const KEEP_ALIVE_MS = 15_000;

/** Server-sent events: `values` for each change of a run, `ended` when one ends. */
export const GET: RequestHandler = async () => {
	await app();
	let close = () => {};
	const stream = new ReadableStream<string>({
		start(controller) {
			const send = (event: string, data: unknown) =>
				controller.enqueue(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
			controller.enqueue(': connected\n\n');
			const unsubscribe = live.subscribe(({ runId, ended }) => {
				if (ended) send('ended', { runId });
				else send('values', live.get(runId));
			});
			const alive = setInterval(() => controller.enqueue(': still here\n\n'), KEEP_ALIVE_MS);
			close = () => {
				unsubscribe();
				clearInterval(alive);
			};
		},
		cancel: () => close()
	});
	return new Response(stream.pipeThrough(new TextEncoderStream()), {
		headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' }
	});
};
