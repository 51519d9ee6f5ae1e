/**
 * Whole copies kept beside the data file: uploads, and the data before a restore, an import or an
 * upgrade. Their number and total size are limited; the oldest are removed first.
 */
import { readdirSync, rmSync, statSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';

export type CopyKind = 'uploaded' | 'replaced' | 'before an import' | 'before an upgrade';

const KINDS: readonly (readonly [RegExp, CopyKind])[] = [
	[/\.uploaded-[\w-]+$/, 'uploaded'],
	[/\.replaced-[\w-]+$/, 'replaced'],
	[/\.before-import-[\w-]+$/, 'before an import'],
	[/\.before-[\w-]+$/, 'before an upgrade']
];

/** Limits: number of copies, and total size in bytes, or five times that of the data file. */
export const MOST_COPIES = 12;
const MOST_BYTES = 1e9;
const TIMES_THE_DATA = 5;
/** The newest are never removed. */
const NEWEST = 2;

/** What a file beside the data file `file` is; null for what is no copy of it. */
export const copyKind = (file: string, name: string): CopyKind | null =>
	name.startsWith(`${basename(file)}.`) ? (KINDS.find(([what]) => what.test(name))?.[1] ?? null) : null;

/** Removes copies beyond what is kept, the oldest first; answers with their names. */
export function dropOldCopies(file: string): string[] {
	const folder = dirname(file);
	const copies = readdirSync(folder)
		.filter((name) => copyKind(file, name) !== null)
		.map((name) => ({ name, ...statOf(join(folder, name)) }))
		.sort((a, b) => b.atMs - a.atMs);
	const most = Math.max(MOST_BYTES, TIMES_THE_DATA * statOf(file).bytes);
	let bytes = 0;
	const dropped = copies.filter((copy, k) => {
		bytes += copy.bytes;
		return k >= NEWEST && (k >= MOST_COPIES || bytes > most);
	});
	for (const { name } of dropped) rmSync(join(folder, name), { force: true });
	return dropped.map(({ name }) => name);
}

function statOf(path: string): { bytes: number; atMs: number } {
	try {
		const { size, mtimeMs } = statSync(path);
		return { bytes: size, atMs: mtimeMs };
	} catch {
		return { bytes: 0, atMs: 0 };
	}
}
