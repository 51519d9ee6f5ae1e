/** The demo harbour as a data file, made once for as many tests as need it. */
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
import { loadDemo } from '../../demo/load';
import { openDatabase } from '../../src/lib/server/db/connect';

const CACHE = join('node_modules', '.cache', 'stack-tender');
/** Its readings were taken some minutes before it was made, and must not have grown old. */
const FRESH_MS = 30 * 60e3;

/** Everything that the demo data is made from. */
function fingerprint(): string {
	const hash = createHash('sha256');
	for (const folder of ['demo', 'core', 'src/lib/server'])
		for (const name of (readdirSync(folder, { recursive: true }) as string[]).sort())
			if (name.endsWith('.ts') && !name.endsWith('.test.ts')) hash.update(readFileSync(join(folder, name)));
	return hash.digest('hex').slice(0, 16);
}

/** Puts a copy of the demo data in `file`: as of some minutes ago at most, or as of `atMs`. */
export async function demoFile(file: string, atMs?: number): Promise<void> {
	const of = `demo-${fingerprint()}`;
	const made = join(CACHE, `${of}-${atMs ?? 'now'}.sqlite`);
	const stale = (path: string) =>
		Date.now() - (statSync(path, { throwIfNoEntry: false })?.mtimeMs ?? Infinity) > FRESH_MS;
	if (!existsSync(made) || (atMs === undefined && stale(made))) {
		mkdirSync(CACHE, { recursive: true });
		// Another tree may be tested beside this one, and be about to copy its own.
		for (const path of readdirSync(CACHE).map((name) => join(CACHE, name)))
			if (!path.includes(of) && stale(path)) rmSync(path, { force: true });
		// Under a name of its own until it is whole: two tests may make it at once.
		const coming = join(CACHE, `making-${process.pid}.sqlite`);
		const db = await openDatabase(coming);
		await loadDemo(db, atMs ?? Date.now());
		await db.copyTo(`${coming}.copy`);
		await db.close();
		renameSync(`${coming}.copy`, made);
		for (const name of readdirSync(CACHE).filter((n) => n.startsWith(`making-${process.pid}`)))
			rmSync(join(CACHE, name), { force: true });
	}
	copyFileSync(made, file);
}
