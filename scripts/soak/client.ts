/** A client of the HTTP API as the soak needs it: every answer is data, a lost one too. */
import { randomUUID } from 'node:crypto';
import { within } from '../../tests/support/within';

export interface Answer {
	/** 0 where no answer came. */
	status: number;
	body: unknown;
	ms: number;
}

/** An answer that takes longer is as good as none, ms. */
const PATIENCE_MS = 20_000;

export class Client {
	constructor(readonly base: string) {}

	async call(method: string, path: string, body?: unknown, key?: string): Promise<Answer> {
		const started = performance.now();
		try {
			return await within(PATIENCE_MS, async (signal) => {
				const response = await fetch(`${this.base}/api/v1${path}`, {
					method,
					headers: {
						...(body === undefined ? {} : { 'content-type': 'application/json' }),
						...(key ? { 'idempotency-key': key } : {})
					},
					body: body === undefined ? undefined : JSON.stringify(body),
					signal
				});
				return { status: response.status, body: await response.json(), ms: performance.now() - started };
			});
		} catch {
			return { status: 0, body: null, ms: performance.now() - started };
		}
	}

	async get<T>(path: string): Promise<T> {
		const { status, body } = await this.call('GET', path);
		if (status !== 200) throw new Error(`GET ${path}: ${status}`);
		return body as T;
	}

	/** Sends until an answer comes, always with the same key; how often it took is told. */
	async until(
		method: string,
		path: string,
		body: unknown,
		key: string = randomUUID()
	): Promise<Answer & { tries: number }> {
		for (let tries = 1; ; tries++) {
			const answer = await this.call(method, path, body, key);
			if (answer.status !== 0 || tries > 400) return { ...answer, tries };
			await new Promise((r) => setTimeout(r, 100));
		}
	}
}

export const sleep = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** The value below which a share of the values lies, 0 to 1. */
export function quantile(values: readonly number[], share: number): number {
	const sorted = [...values].sort((a, b) => a - b);
	return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? NaN;
}
