/** The demo harbour as a data file, made once for as many tests as need it within the half hour. */
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

/** Puts a fresh copy of the demo data in `file`. */
export async function demoFile(file: string): Promise<void> {
	const made = join(CACHE, `demo-${fingerprint()}.sqlite`);
	if (!existsSync(made) || Date.now() - statSync(made).mtimeMs > FRESH_MS) {
		mkdirSync(CACHE, { recursive: true });
		for (const old of readdirSync(CACHE).filter((name) => name.startsWith('demo-')))
			rmSync(join(CACHE, old), { force: true });
		// Under a name of its own until it is whole: two tests may make it at once.
		const coming = join(CACHE, `making-${process.pid}.sqlite`);
		const db = await openDatabase(coming);
		await loadDemo(db, Date.now());
		await db.copyTo(`${coming}.copy`);
		await db.close();
		renameSync(`${coming}.copy`, made);
		for (const name of readdirSync(CACHE).filter((n) => n.startsWith(`making-${process.pid}`)))
			rmSync(join(CACHE, name), { force: true });
	}
	copyFileSync(made, file);
}
