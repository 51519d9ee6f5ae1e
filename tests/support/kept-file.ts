/** Data files that many processes of tests begin with: made once, and kept by what they were made from. */
import { createHash } from 'node:crypto';
import {
	copyFileSync,
	existsSync,
	mkdirSync,
	readdirSync,
	readFileSync,
	renameSync,
	rmSync,
	statSync
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

/** Puts a copy of it in `file`; where it is not kept, `fill` makes it in a database that is empty and migrated. */
export async function keptFile(
	file: string,
	{ name, madeFrom, as = '', freshMs = Infinity }: Kept,
	fill: (db: Database) => Promise<unknown>
): Promise<void> {
	const of = `${name}-${fingerprint(madeFrom)}`;
	const made = join(CACHE, `${of}${as && `-${as}`}.sqlite`);
	if (!existsSync(made) || age(made) > freshMs) {
		mkdirSync(CACHE, { recursive: true });
		// Another tree may be tested beside this one, and be about to copy its own.
		for (const path of readdirSync(CACHE)
			.filter((n) => n.startsWith(`${name}-`) || n.startsWith(`making-${name}-`))
			.map((n) => join(CACHE, n)))
			if (!path.includes(of) && age(path) > FORGOTTEN_MS) rmSync(path, { force: true });
		// Under a name of its own until it is whole: two tests may make it at once.
		const making = `making-${name}-${process.pid}`;
		const coming = join(CACHE, `${making}.sqlite`);
		// Asked for here: most find it made, and what opens a database takes a third of a second to load.
		const { openDatabase } = await import('../../src/lib/server/db/connect');
		const db = await openDatabase(coming);
		await fill(db);
		await db.copyTo(`${coming}.copy`);
		await db.close();
		renameSync(`${coming}.copy`, made);
		for (const left of readdirSync(CACHE).filter((n) => n.startsWith(making)))
			rmSync(join(CACHE, left), { force: true });
	}
	copyFileSync(made, file);
}
