/**
 * From whatever a person types to what shows: a small search over our own words for it, and over
 * messages that were taught.
 */
import { SYMPTOM_IDS, symptomOf, type SymptomId } from './symptom';

/** A charger's own message, as somebody said what it means. */
export interface Taught {
	message: string;
	symptom: SymptomId;
}

export interface Found {
	symptom: SymptomId;
	score: number;
	/** It was taught for just these words. */
	taught: boolean;
}

/** Words that say nothing of what shows. */
const EMPTY = new Set(
	'the a an is it its of to and or in on at my i was were be has have with that this not no battery pack charger charge charging shows says'.split(
		' '
	)
);
/** A word is the other one when they share so many letters from the start. */
const STEM = 4;

const wordsOf = (text: string): string[] =>
	text
		.toLowerCase()
		.split(/[^\p{L}\p{N}.]+/u)
		.filter((w) => w.length > 1 && !EMPTY.has(w));

const alike = (a: string, b: string): number => {
	if (a === b) return 1;
	const short = Math.min(a.length, b.length);
	if (short < STEM) return 0;
	let same = 0;
	while (same < short && a[same] === b[same]) same++;
	return same >= STEM && same >= short - 2 ? 0.7 : 0;
};

/**
 * What `typed` may mean, the likeliest first; everything that fits the family where nothing is
 * typed.
 */
export function findSymptoms(
	typed: string,
	taught: readonly Taught[] = [],
	family: 'lithium' | 'nickel' | 'lead' | null = null
): Found[] {
	const words = wordsOf(typed);
	const able = SYMPTOM_IDS.filter((id) => {
		const { families } = symptomOf(id);
		return family === null || families === undefined || families.includes(family);
	});
	const whole = typed.trim().toLowerCase();
	const known = taught.find((t) => t.message.trim().toLowerCase() === whole && whole !== '');
	return able
		.map((symptom): Found => {
			const { name, words: others } = symptomOf(symptom);
			const [inName, inWords] = [wordsOf(name), wordsOf(others)];
			const score = words.reduce((sum, word) => {
				const best = (among: string[]) => Math.max(0, ...among.map((w) => alike(word, w)));
				return sum + Math.max(1.5 * best(inName), best(inWords));
			}, 0);
			const isTaught = known?.symptom === symptom;
			return { symptom, score: score + (isTaught ? 100 : 0), taught: isTaught };
		})
		.filter((f) => words.length === 0 || f.score > 0)
		.sort((a, b) => b.score - a.score);
}
