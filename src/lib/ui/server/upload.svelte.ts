/** A file on its way to the server, with how far it is and a way to stop it. */
import type { Sent, Unsent } from './api';

export interface Uploading {
	name: string;
	/** 0 to 1. */
	readonly share: number;
	/** What came of it. Typed by who asked. */
	result: Promise<Sent<unknown>>;
	cancel(): void;
}

const no = (message: string): Unsent => ({ ok: false, message, fields: {} });

/**
 * Sends a file as it is; `fetch` tells nothing of how far an upload is, so it is the older
 * request.
 */
export function upload<T>(path: string, file: File): Uploading {
	let share = $state(0);
	const request = new XMLHttpRequest();
	const result = new Promise<Sent<T>>((resolve) => {
		request.upload.onprogress = ({ loaded, total }) => (share = total ? loaded / total : 0);
		request.onerror = () => resolve(no('The application does not answer. Is it still running?'));
		request.onabort = () => resolve(no('Stopped: nothing of it was kept.'));
		request.onload = () => {
			try {
				const body = JSON.parse(request.responseText) as T & { error?: Omit<Unsent, 'ok'> };
				if (request.status < 400) return resolve({ ok: true, value: body });
				resolve({ ok: false, fields: {}, message: 'This was not done.', ...body.error });
			} catch {
				resolve(no('The answer cannot be read.'));
			}
		};
	});
	request.open('POST', `/api/v1${path}`);
	// Without a type the server would take the request for one without a body.
	request.setRequestHeader('content-type', file.type || 'application/octet-stream');
	request.send(file);
	return {
		name: file.name,
		get share() {
			return share;
		},
		result,
		cancel: () => request.abort()
	};
}
