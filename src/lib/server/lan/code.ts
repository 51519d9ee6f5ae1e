/**
 * A QR code as one SVG path, a unit a module, with the quiet zone of four that readers ask for
 * (ISO/IEC 18004).
 */
import QRCode from 'qrcode';

export interface Code {
	/** Width and height in modules, quiet zone included. */
	size: number;
	path: string;
}

const QUIET = 4;

/** Codes drawn before, by their text: a sheet of two hundred labels takes half a second to draw. */
const drawn = new Map<string, Code>();
const MOST_DRAWN = 2000;

/** Medium correction: a label that is scuffed in a toolbox is still read. */
export function codeOf(text: string): Code {
	const before = drawn.get(text);
	if (before) return before;
	const code = draw(text);
	if (drawn.size >= MOST_DRAWN) drawn.clear();
	drawn.set(text, code);
	return code;
}

function draw(text: string): Code {
	const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
	const { size, data } = modules;
	let path = '';
	for (let y = 0; y < size; y++)
		for (let x = 0; x < size; x++) {
			if (!data[y * size + x]) continue;
			let wide = 1;
			while (x + wide < size && data[y * size + x + wide]) wide++;
			path += `M${x + QUIET} ${y + QUIET}h${wide}v1h${-wide}z`;
			x += wide - 1;
		}
	return { size: size + 2 * QUIET, path };
}
