/** An answer that is on record: nobody is asked for it. */
import type { AnswerOf, ClueId } from './clue';
import type { Answered } from './infer';

/** The answer to a look, with the figures that say so. */
export const known = <C extends ClueId>(clue: C, answer: AnswerOf<C>, detail: string): Answered => ({
	clue,
	answer,
	sure: 'sure',
	from: 'known',
	detail
});
