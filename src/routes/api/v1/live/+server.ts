import { app } from '$lib/server/app';
import { live } from '$lib/server/services/runs/live';
import type { RequestHandler } from './$types';

const KEEP_ALIVE_MS = 15_000;

/** Server-sent events of the runs that are followed; their kinds are those of `LiveChange`. */
export const GET: RequestHandler = async () => {
	await app();
	let close = () => {};
	const stream = new ReadableStream<string>({
		start(controller) {
			const send = (event: string, data: unknown) =>
				controller.enqueue(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
			controller.enqueue(': connected\n\n');
			const unsubscribe = live.subscribe(({ runId, what }) =>
				send(what, what === 'values' ? live.get(runId) : { runId })
			);
			const alive = setInterval(() => {
				try {
					controller.enqueue(': still here\n\n');
				} catch {
					// Whoever listened is gone without saying so.
					close();
				}
			}, KEEP_ALIVE_MS);
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
