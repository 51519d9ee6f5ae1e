/** What the files of this tree import, read from their text. */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';

export interface Import {
	from: string;
	/** A file of this tree, or the name of a package. */
	to: string;
	typeOnly: boolean;
	/** Asked for when it is needed, not when the file is read. */
	later: boolean;
}

export const SOURCE = /\.(ts|svelte)$/;

/** Sources below `folder`, by their path from `root`; none where there is no such folder. */
export const filesIn = (folder: string, root = '.'): string[] =>
	existsSync(join(root, folder))
		? (readdirSync(join(root, folder), { recursive: true }) as string[])
				.filter((f) => SOURCE.test(f))
				.map((f) => join(folder, f))
		: [];

function target(from: string, specifier: string, root: string): string {
	const base = specifier.startsWith('$core/')
		? join('core', specifier.slice('$core/'.length))
		: specifier.startsWith('$lib/')
			? join('src/lib', specifier.slice('$lib/'.length))
			: specifier.startsWith('.')
				? normalize(join(dirname(from), specifier))
				: null;
	if (base === null) return specifier;
	const file = [base, `${base}.ts`, join(base, 'index.ts')].find(
		(f) => SOURCE.test(f) && existsSync(join(root, f))
	);
	// What SvelteKit makes, and files that are no code, keep the path they were asked for by.
	return file ?? base;
}

/** Every import of a file, those of types alone marked. */
export function importsIn(file: string, root = '.'): Import[] {
	const text = readFileSync(join(root, file), 'utf8');
	const statements = text.matchAll(
		/^\s*(?:import|export)\s+(type\s+)?(?:[^'";]*?\sfrom\s+)?'([^']+)'|import\('([^']+)'\)/gm
	);
	return [...statements].map(([, type, specifier, dynamic]) => ({
		from: file,
		to: target(file, specifier ?? dynamic, root),
		typeOnly: type !== undefined,
		later: dynamic !== undefined
	}));
}
