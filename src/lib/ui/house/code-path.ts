/** A QR code as one SVG path, a unit a module, with its quiet zone. */

interface CodeModules {
	/** Modules along one side, without the quiet zone. */
	size: number;
	/** Row by row, `1` dark and `0` light. */
	modules: string;
}

/** Modules that readers ask for around a code (ISO/IEC 18004). */
const QUIET = 4;

/** Width and height of the drawing in modules, quiet zone included. */
export const codeSide = (code: CodeModules): number => code.size + 2 * QUIET;

/** The dark modules: one rectangle for each run of them in a row. */
export function codePath({ size, modules }: CodeModules): string {
	let path = '';
	for (let y = 0; y < size; y++)
		for (const run of modules.slice(y * size, (y + 1) * size).matchAll(/1+/g))
			path += `M${run.index + QUIET} ${y + QUIET}h${run[0].length}v1h${-run[0].length}z`;
	return path;
}
