/** Hash of the sources that results kept in the data file are computed with. */
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');
const FOLDERS = ['core', 'src/lib/server/services/packs'];

/** SHA-256 over core and what gathers its inputs, tests left out. */
export function coreHash() {
	const hash = createHash('sha256');
	for (const folder of FOLDERS)
		for (const name of readdirSync(join(root, folder), { recursive: true }).map(String).sort())
			if (name.endsWith('.ts') && !name.endsWith('.test.ts'))
				hash.update(name).update(readFileSync(join(root, folder, name)));
	return hash.digest('hex');
}
