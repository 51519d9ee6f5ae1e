/** QR codes (ISO/IEC 18004) of addresses, as their modules; the page draws them. */
import QRCode from 'qrcode';
import { LoopSlices } from '../loop-slices';

interface Code {
	/** Modules along one side, without the quiet zone. */
	size: number;
	/** Row by row, `1` dark and `0` light. */
	modules: string;
}

/** Codes made before, by their text: a sheet of two hundred labels takes a second to make. */
const made = new Map<string, Code>();
const MOST_MADE = 2000;

/** Medium correction: a label that is scuffed in a toolbox is still read. */
function make(text: string): Code {
	const { size, data } = QRCode.create(text, { errorCorrectionLevel: 'M' }).modules;
	return { size, modules: Array.from(data, (dark) => (dark ? '1' : '0')).join('') };
}

/** The codes of `texts`, in their order; other requests are answered meanwhile. */
export async function codesOf(texts: string[]): Promise<Code[]> {
	const slices = new LoopSlices();
	const codes: Code[] = [];
	for (const text of texts) {
		const code = made.get(text) ?? make(text);
		if (made.size >= MOST_MADE) made.clear();
		made.set(text, code);
		codes.push(code);
		await slices.pause();
	}
	return codes;
}
