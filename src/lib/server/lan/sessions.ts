/**
 * Who has entered from the local network: random tokens, kept as their hashes, that end after a
 * while.
 */
import { createHash, randomBytes } from 'node:crypto';

const hashOf = (token: string): string => createHash('sha256').update(token).digest('base64');
/** A phone that is used every day stays in; one that was lent does not for ever, ms. */
const LASTS_MS = 14 * 86400e3;
/** More than a shed full of phones. */
const MOST = 200;

export const COOKIE = 'stack-tender-session';

export class Sessions {
	private readonly until = new Map<string, number>();

	constructor(private readonly clock: () => number = Date.now) {}

	/** A new session's token. */
	open(): string {
		const token = randomBytes(32).toString('base64url');
		const now = this.clock();
		for (const [key, end] of this.until) if (end <= now || this.until.size >= MOST) this.until.delete(key);
		this.until.set(hashOf(token), now + LASTS_MS);
		return token;
	}

	/** Whether a token is that of an open session; one that is used stays open. */
	has(token: string | null): boolean {
		if (!token) return false;
		const key = hashOf(token);
		const end = this.until.get(key);
		if (end === undefined) return false;
		const now = this.clock();
		if (end <= now) {
			this.until.delete(key);
			return false;
		}
		this.until.set(key, now + LASTS_MS);
		return true;
	}

	close(token: string | null): void {
		if (token) this.until.delete(hashOf(token));
	}
}

/** The session token in a `Cookie` header, or null. */
export function tokenIn(header: string | undefined): string | null {
	for (const part of (header ?? '').split(';')) {
		const [name, value] = part.trim().split('=');
		if (name === COOKIE && value) return value;
	}
	return null;
}

/**
 * The `Set-Cookie` line; `secure` under https alone, or a browser on a plain address would drop
 * it.
 */
export const cookieOf = (token: string, secure: boolean): string =>
	`${COOKIE}=${token}; Path=/; HttpOnly; SameSite=Strict; Max-Age=${Math.round(LASTS_MS / 1000)}${secure ? '; Secure' : ''}`;
export const noCookie = (secure: boolean): string =>
	`${COOKIE}=; Path=/; HttpOnly; SameSite=Strict; Max-Age=0${secure ? '; Secure' : ''}`;
