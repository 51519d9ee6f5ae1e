/**
 * What core says and computes, written down line by line in `tests/golden/`. A change of a
 * sentence, a figure or an order shows as a difference of that text: meant, it is written anew
 * (`GOLDEN=write npm test -- unit`) and read before it is committed.
 */
import assert from 'node:assert/strict';
import { readFileSync, writeFileSync } from 'node:fs';

/** A figure to four digits: what differs further back is the machine's. */
export const digits = (value: number): number => Number(value.toPrecision(4));

/** Any data on one line, figures to four digits. */
export const line = (data: unknown): string =>
	JSON.stringify(data, (_, value: unknown) =>
		typeof value === 'number'
			? digits(value)
			: ArrayBuffer.isView(value)
				? Array.from(value as Float64Array)
				: value
	);

/** Compares `lines` with what is written down under `name`; the first line that differs is told. */
export function asWritten(name: string, lines: readonly string[]): void {
	const file = `tests/golden/${name}.txt`;
	if (process.env.GOLDEN === 'write') writeFileSync(file, `${lines.join('\n')}\n`);
	const written = readFileSync(file, 'utf8').trimEnd().split('\n');
	for (const [i, text] of lines.entries()) assert.equal(text, written[i], `${file}:${i + 1}`);
	assert.equal(lines.length, written.length, `${file} has other lines at its end`);
}
