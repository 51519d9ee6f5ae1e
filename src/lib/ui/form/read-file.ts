/** The text of a file that a person chose. */

/**
 * UTF-8, UTF-16 where its first bytes say so, else the letters of western Europe; null where it
 * is no text at all.
 */
export async function readText(file: Blob): Promise<string | null> {
	const bytes = new Uint8Array(await file.arrayBuffer());
	const [a, b] = bytes;
	const wide = a === 0xff && b === 0xfe ? 'utf-16le' : a === 0xfe && b === 0xff ? 'utf-16be' : null;
	// Bytes of nought stand in no text of single bytes.
	if (!wide && bytes.subarray(0, 4096).includes(0)) return null;
	try {
		return new TextDecoder(wide ?? 'utf-8', { fatal: true }).decode(bytes);
	} catch {
		return wide ? null : new TextDecoder('windows-1252').decode(bytes);
	}
}
