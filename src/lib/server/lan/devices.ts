/**
 * Devices that have entered from the local network: each has a random token of its own, and one for
 * the session that is open on it. Kept as hashes beside the passphrase, so that a restart ends no
 * session; each can be revoked.
 */
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { readFileSync, renameSync, writeFileSync } from 'node:fs';
import { z } from 'zod';

const hashOf = (text: string): string => createHash('sha256').update(text).digest('base64');

/** A phone that is used every day stays in; one that was lent does not for ever, ms. */
const SESSION_MS = 14 * 86400e3;
/** A device that has been in is known so long, ms: no browser keeps a cookie longer. */
const DEVICE_MS = 400 * 86400e3;
/** More than a shed full of phones. */
const MOST = 200;
/** That a device is used is written down so often, ms. */
const SEEN_MS = 3600e3;

const DEVICE = z.object({
	id: z.string(),
	/** Its kind, by what its browser says. */
	name: z.string(),
	/** Hash of the device's token. */
	device: z.string(),
	/** Hash of the open session's token, and when it ends, ms since 1970; null where none is open. */
	session: z.string().nullable(),
	until: z.number(),
	enteredAt: z.number(),
	seenAt: z.number()
});
type Device = z.infer<typeof DEVICE>;
/** `passphrase` is a hash of the one in force: a new passphrase ends every session. */
const FILE = z.object({ v: z.literal(1), passphrase: z.string(), devices: z.array(DEVICE) });

/** A device as its owner is shown it. */
export interface DeviceListed {
	id: string;
	name: string;
	/** ISO 8601. */
	enteredAt: string;
	seenAt: string;
	/** Whether a session is open on it. */
	open: boolean;
}

export interface Tokens {
	session: string;
	device: string;
}

/** What kind of device a browser says it runs on, from its `User-Agent`. */
const nameOf = (userAgent: string): string => (/Mobi/.test(userAgent) ? 'A phone' : 'A computer or tablet');

export class Devices {
	private devices: Device[] = [];
	private readonly passphrase: string;

	/** `file` is where they are kept, null for nowhere; `passphrase` is what is kept of that. */
	constructor(
		private readonly file: string | null = null,
		passphrase = '',
		private readonly clock: () => number = Date.now
	) {
		this.passphrase = hashOf(passphrase);
		try {
			const kept = FILE.parse(JSON.parse(readFileSync(file ?? '', 'utf8')));
			if (kept.passphrase === this.passphrase) this.devices = kept.devices;
		} catch {
			// None, or broken: everybody enters anew.
		}
	}

	private keep(): void {
		if (this.file === null) return;
		const kept = { v: 1, passphrase: this.passphrase, devices: this.devices };
		writeFileSync(`${this.file}.part`, JSON.stringify(kept), { mode: 0o600 });
		renameSync(`${this.file}.part`, this.file);
	}

	/** The id of the device that one of these tokens is of; null for an unknown one. */
	known(tokens: readonly string[]): string | null {
		const now = this.clock();
		const hashes = tokens.map(hashOf);
		const one = this.devices.find((d) => hashes.includes(d.device) && d.seenAt + DEVICE_MS > now);
		return one?.id ?? null;
	}

	/** Opens a session on the device of that id, or on a new one. */
	enter(known: string | null, userAgent = ''): Tokens {
		const now = this.clock();
		const tokens = {
			session: randomBytes(32).toString('base64url'),
			device: randomBytes(32).toString('base64url')
		};
		const before = this.devices.find((d) => d.id === known);
		const entered: Device = {
			id: before?.id ?? randomUUID(),
			name: nameOf(userAgent),
			device: hashOf(tokens.device),
			session: hashOf(tokens.session),
			until: now + SESSION_MS,
			enteredAt: before?.enteredAt ?? now,
			seenAt: now
		};
		const others = this.devices.filter((d) => d !== before && d.seenAt + DEVICE_MS > now);
		this.devices = [...others.sort((a, b) => b.seenAt - a.seenAt).slice(0, MOST - 1), entered];
		this.keep();
		return tokens;
	}

	/** Whether one of the tokens is that of an open session; one that is used stays open. */
	has(tokens: readonly string[]): boolean {
		const now = this.clock();
		const hashes = tokens.map(hashOf);
		const one = this.devices.find((d) => d.session !== null && hashes.includes(d.session) && d.until > now);
		if (!one) return false;
		one.until = now + SESSION_MS;
		if (now - one.seenAt > SEEN_MS) {
			one.seenAt = now;
			this.keep();
		}
		return true;
	}

	/** Ends the session of one of these tokens; its device is known still. */
	leave(tokens: readonly string[]): void {
		const hashes = tokens.map(hashOf);
		for (const one of this.devices)
			if (one.session !== null && hashes.includes(one.session)) one.session = null;
		this.keep();
	}

	/** Forgets a device: its session ends, and it enters as one that was never here. */
	revoke(id: string): boolean {
		const others = this.devices.filter((d) => d.id !== id);
		if (others.length === this.devices.length) return false;
		this.devices = others;
		this.keep();
		return true;
	}

	/** The last seen first. */
	list(): DeviceListed[] {
		const now = this.clock();
		return this.devices
			.filter((d) => d.seenAt + DEVICE_MS > now)
			.sort((a, b) => b.seenAt - a.seenAt)
			.map((d) => ({
				...{ id: d.id, name: d.name, open: d.session !== null && d.until > now },
				enteredAt: new Date(d.enteredAt).toISOString(),
				seenAt: new Date(d.seenAt).toISOString()
			}));
	}
}

const held = globalThis as typeof globalThis & { stackTenderDevices?: Devices };

/**
 * The devices of the server that runs, for the application behind its door; null where it has none.
 */
export const openDevices = (): Devices | null => held.stackTenderDevices ?? null;

/** Says which those are: the server and the built application are bundled apart. */
export const holdDevices = (devices: Devices): void => void (held.stackTenderDevices = devices);
