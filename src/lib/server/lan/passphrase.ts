/**
 * The passphrase that opens the application to the local network: kept as a salted scrypt hash
 * (RFC 7914), never itself.
 */
import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { chmodSync, readFileSync, renameSync, writeFileSync } from 'node:fs';

interface Kept {
	v: 1;
	salt: string;
	hash: string;
	/** Cost, block size, parallelism. */
	n: number;
	r: number;
	p: number;
}

/** About a tenth of a second and 32 MB a try on an ordinary machine. */
const COST = { n: 2 ** 15, r: 8, p: 1 } as const;
const BYTES = 32;
/** Shorter ones are guessed. */
export const LEAST_CHARS = 12;

const derive = (
	passphrase: string,
	salt: Buffer,
	{ n, r, p }: Pick<Kept, 'n' | 'r' | 'p'>
): Promise<Buffer> =>
	new Promise((resolve, reject) =>
		// As typed on any keyboard: letters with marks are one form.
		scrypt(passphrase.normalize('NFC'), salt, BYTES, { N: n, r, p, maxmem: 256 * n * r }, (error, key) =>
			error ? reject(error) : resolve(key)
		)
	);

/** Why this is no passphrase; empty when it is one. */
export const unfit = (passphrase: string): string =>
	passphrase.length < LEAST_CHARS
		? `A passphrase has at least ${LEAST_CHARS} characters; four words do well.`
		: '';

/** Writes the hash of `passphrase` to `file`, readable by its owner alone. */
export async function setPassphrase(file: string, passphrase: string): Promise<void> {
	const salt = randomBytes(16);
	const hash = await derive(passphrase, salt, COST);
	const kept: Kept = { v: 1, salt: salt.toString('base64'), hash: hash.toString('base64'), ...COST };
	writeFileSync(`${file}.part`, JSON.stringify(kept), { mode: 0o600 });
	chmodSync(`${file}.part`, 0o600);
	renameSync(`${file}.part`, file);
}

/** What is kept in `file`; null where there is none or it is broken: then nobody gets in. */
export function readPassphrase(file: string): Kept | null {
	try {
		const kept = JSON.parse(readFileSync(file, 'utf8')) as Partial<Kept>;
		return kept.v === 1 &&
			typeof kept.salt === 'string' &&
			typeof kept.hash === 'string' &&
			kept.n &&
			kept.r &&
			kept.p
			? (kept as Kept)
			: null;
	} catch {
		return null;
	}
}

/** Whether this is the passphrase; takes as long for a wrong one as for the right one. */
export async function isPassphrase(kept: Kept, tried: string): Promise<boolean> {
	const hash = Buffer.from(kept.hash, 'base64');
	const key = await derive(tried.slice(0, 1000), Buffer.from(kept.salt, 'base64'), kept);
	return hash.length === key.length && timingSafeEqual(hash, key);
}
