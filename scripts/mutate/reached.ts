/**
 * Which mutants a test walks over at all: by what V8 counts while it runs, and where the
 * translated text came from.
 */
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { SourceMap } from 'node:module';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Mutant } from './mutants';

interface Range {
	startOffset: number;
	endOffset: number;
	count: number;
}
interface Script {
	url: string;
	functions: { ranges: Range[] }[];
}
/** A word of a source: where it stands, and whether anything there ran. */
interface Word {
	line: number;
	column: number;
	ran: boolean;
}

/**
 * Whether each of these offsets, ascending, ran: what the innermost range around it was counted.
 */
function ran(offsets: readonly number[], ranges: readonly Range[]): boolean[] {
	const sorted = [...ranges].sort((a, b) => a.startOffset - b.startOffset || b.endOffset - a.endOffset);
	const around: Range[] = [];
	let next = 0;
	return offsets.map((at) => {
		while (next < sorted.length && sorted[next].startOffset <= at) {
			while (around.length && around.at(-1)!.endOffset <= sorted[next].startOffset) around.pop();
			around.push(sorted[next++]);
		}
		while (around.length && around.at(-1)!.endOffset <= at) around.pop();
		return (around.at(-1)?.count ?? 0) > 0;
	});
}

/** Every word of a translated file, by the source that it came from (a path below `root`). */
function wordsOf(file: string, ranges: readonly Range[], root: string): Map<string, Word[]> {
	const text = readFileSync(file, 'utf8');
	const map = new SourceMap(JSON.parse(readFileSync(`${file}.map`, 'utf8')));
	const found: { offset: number; line: number; column: number }[] = [];
	let start = 0;
	for (const [line, content] of text.split('\n').entries()) {
		for (const { index } of content.matchAll(/[\w$.]+|[^\s\w$.]/g))
			found.push({ offset: start + index, line, column: index });
		start += content.length + 1;
	}
	const hit = ran(
		found.map((f) => f.offset),
		ranges
	);
	const words = new Map<string, Word[]>();
	for (const [k, { line, column }] of found.entries()) {
		const entry = map.findEntry(line, column);
		if (!('originalSource' in entry)) continue;
		const source = relative(root, join(dirname(file), entry.originalSource));
		const list = words.get(source) ?? [];
		words.set(source, list);
		list.push({ line: entry.originalLine, column: entry.originalColumn, ran: hit[k] });
	}
	return words;
}

/** Whether the word in which a place stands, or the last before it, ran. */
function ranAt(words: readonly Word[], line: number, column: number): boolean {
	let [low, high] = [0, words.length];
	while (low < high) {
		const middle = (low + high) >> 1;
		const w = words[middle];
		if (w.line < line || (w.line === line && w.column <= column)) low = middle + 1;
		else high = middle;
	}
	// Several words may have come from the one place; any of them that ran will do.
	const last = words[low - 1];
	for (let k = low - 1; k >= 0 && words[k].line === last.line && words[k].column === last.column; k--)
		if (words[k].ran) return true;
	return false;
}

/**
 * Of `mutants`, those whose place ran while a test was counted: `counts` is the folder that V8
 * wrote to, `outDir` that of the translated test with its maps. A file that is not in the
 * translated text may be run by other means, so its mutants count as reached.
 */
export function reachedBy(
	counts: string,
	outDir: string,
	root: string,
	mutants: readonly Mutant[],
	textOf: (file: string) => string
): Set<Mutant> {
	const words = new Map<string, Word[]>();
	for (const name of existsSync(counts) ? readdirSync(counts) : []) {
		const { result } = JSON.parse(readFileSync(join(counts, name), 'utf8')) as { result: Script[] };
		for (const { url, functions } of result) {
			if (!url.startsWith('file:')) continue;
			const file = fileURLToPath(url);
			if (!file.startsWith(outDir) || !existsSync(`${file}.map`)) continue;
			// Every process and worker counts for itself.
			const ranges = functions.flatMap((f) => f.ranges);
			for (const [source, own] of wordsOf(file, ranges, root))
				words.set(source, [...(words.get(source) ?? []), ...own]);
		}
	}
	for (const own of words.values()) own.sort((a, b) => a.line - b.line || a.column - b.column);
	return new Set(
		mutants.filter((m) => {
			const own = words.get(m.file);
			if (!own) return true;
			const before = textOf(m.file).slice(0, m.from).split('\n');
			return ranAt(own, before.length - 1, before.at(-1)!.length);
		})
	);
}
