/** The browser's side of the JSON API: a value, or why not in words. Never throws. */

export type Sent<T> = { ok: true; value: T } | { ok: false; message: string; fields: Record<string, string> };

export async function send<T>(method: string, path: string, body?: unknown): Promise<Sent<T>> {
	try {
		const response = await fetch(`/api/v1${path}`, {
			method,
			headers: body === undefined ? {} : { 'content-type': 'application/json' },
			body: body === undefined ? undefined : JSON.stringify(body)
		});
		const answer = await response.json();
		if (response.ok) return { ok: true, value: answer as T };
		const error = answer?.error ?? {};
		return {
			ok: false,
			message: error.message ?? answer?.message ?? 'Something went wrong.',
			fields: error.fields ?? {}
		};
	} catch {
		return { ok: false, message: 'The application does not answer. Nothing was changed.', fields: {} };
	}
}
