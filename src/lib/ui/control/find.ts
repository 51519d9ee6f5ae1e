/**
 * Finding by typing: every word that was typed must begin a word of what is looked through, in
 * whatever order.
 */

/** Letters alone, without accents, case or punctuation; a figure and its unit are two words. */
const plain = (text: string): string =>
	text
		.normalize('NFD')
		.replace(/\p{M}/gu, '')
		.toLowerCase()
		.replace(/[^\p{L}\p{N}]+/gu, ' ')
		.trim();

const wordsOf = (text: string): string[] => plain(text).split(' ').filter(Boolean);

/**
 * How well `text` fits what was typed: 0 not at all, more is better. A word at the beginning and
 * a whole word count for more.
 */
export function fit(typed: string, text: string): number {
	const wanted = wordsOf(typed);
	const words = wordsOf(text);
	let score = 1;
	for (const want of wanted) {
		const at = words.findIndex((word) => word.startsWith(want));
		if (at < 0) return 0;
		score += 1 / (1 + at) + (words[at] === want ? 1 : 0);
	}
	return score;
}

/** A filter for lists. */
export const finder =
	<Item>(typed: string, textOf: (item: Item) => string) =>
	(item: Item): boolean =>
		fit(typed, textOf(item)) > 0;
