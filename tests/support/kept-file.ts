/**
 * Data files that many processes of tests begin with: made once, and kept by what they were made
 * from.
 */
import { createHash } from 'node:crypto';
import {
	copyFileSync,
	existsSync,
	mkdirSync,
	readdirSync,
	readFileSync,
	renameSync,
	rmSync,
	statSync,
	writeFileSync
} from 'node:fs';
import { join } from 'node:path';
import type { Database } from '../../src/lib/server/db/connect';

const CACHE = join('node_modules', '.cache', 'stack-tender');
/** One that was made from other sources than those there are goes after so long. */
const FORGOTTEN_MS = 30 * 60e3;

export interface Kept {
	/** What it is, for its name. */
	name: string;
	/** Folders of the sources that it is made from. */
	madeFrom: readonly string[];
	/** What else it depends on; part of its name. */
	as?: string;
	/** It is made anew when it is older than this, ms; left out: never. */
	freshMs?: number;
}

/** Everything that a file is made from. */
function fingerprint(folders: readonly string[]): string {
	const hash = createHash('sha256');
	for (const folder of folders)
		for (const name of (readdirSync(folder, { recursive: true }) as string[]).sort())
			if (name.endsWith('.ts') && !name.endsWith('.test.ts')) hash.update(readFileSync(join(folder, name)));
	return hash.digest('hex').slice(0, 16);
}

const age = (path: string): number =>
	Date.now() - (statSync(path, { throwIfNoEntry: false })?.mtimeMs ?? Infinity);

/**
 * Whoever makes something is waited for, but not for longer than this, and not when its process
 * is gone, ms.
 */
const PATIENCE_MS = 120_000;
const LOOK_MS = 100;

const isThere = (pid: number): boolean => {
	try {
		process.kill(pid, 0);
		return true;
	} catch {
		return false;
	}
};

/**
 * True where it is ours to make: the mark says so to other processes, which wait until it is
 * gone. Where nobody comes to an end with it everybody may make it: it is put in its place whole.
 */
async function mayMake(mark: string, isMade: () => boolean): Promise<boolean> {
	for (const began = Date.now(); Date.now() - began < PATIENCE_MS;) {
		if (isMade()) return false;
		try {
			writeFileSync(mark, String(process.pid), { flag: 'wx' });
			return true;
		} catch {
			// Another process makes it, or did when it ended.
		}
		// Empty: it is being written.
		const maker = existsSync(mark) ? readFileSync(mark, 'utf8') : '';
		if (maker && !isThere(Number(maker))) rmSync(mark, { force: true });
		else await new Promise((done) => setTimeout(done, LOOK_MS));
	}
	return true;
}

/**
 * Puts a copy of it in `file`; where it is not kept, `fill` makes it in a database that is empty
 * and migrated.
 */
export async function keptFile(
	file: string,
	{ name, madeFrom, as = '', freshMs = Infinity }: Kept,
	fill: (db: Database) => Promise<unknown>
): Promise<void> {
	const of = `${name}-${fingerprint(madeFrom)}`;
	const made = join(CACHE, `${of}${as && `-${as}`}.sqlite`);
	const mark = `${made}.by`;
	const isMade = () => existsSync(made) && age(made) <= freshMs;
	mkdirSync(CACHE, { recursive: true });
	if (!isMade() && (await mayMake(mark, isMade))) {
		// Another tree may be tested beside this one, and be about to copy its own.
		for (const path of readdirSync(CACHE)
			.filter((n) => n.startsWith(`${name}-`) || n.startsWith(`making-${name}-`))
			.map((n) => join(CACHE, n)))
			if (!path.includes(of) && age(path) > FORGOTTEN_MS) rmSync(path, { force: true });
		// Under a name of its own until it is whole: whoever waited for too long makes it too.
		const making = `making-${name}-${process.pid}`;
		const coming = join(CACHE, `${making}.sqlite`);
		try {
			// Asked for here: most find it made, and what opens a database takes a third of a second to
			// load.
			const { openDatabase } = await import('../../src/lib/server/db/connect');
			const db = await openDatabase(coming);
			try {
				await fill(db);
				await db.copyTo(`${coming}.copy`);
			} finally {
				await db.close();
			}
			renameSync(`${coming}.copy`, made);
		} finally {
			rmSync(mark, { force: true });
			for (const left of readdirSync(CACHE).filter((n) => n.startsWith(making)))
				rmSync(join(CACHE, left), { force: true });
		}
	}
	copyFileSync(made, file);
}
