import { readlinkSync } from 'node:fs';
import { constants, setPriority } from 'node:os';
import { basename } from 'node:path';
import { isMainThread } from 'node:worker_threads';

/**
 * Lowers the priority of the thread that calls it, so that the server's own thread, which answers
 * requests and pushes alarms, goes first on a busy machine. Linux alone knows a priority of one
 * thread; elsewhere nothing is done.
 */
export function runInBackground(): void {
	if (isMainThread || process.platform !== 'linux') return;
	try {
		// "PID/task/TID".
		const thread = Number(basename(readlinkSync('/proc/thread-self')));
		if (thread !== process.pid) setPriority(thread, constants.priority.PRIORITY_BELOW_NORMAL);
	} catch {
		// Not permitted: the priority stays.
	}
}
