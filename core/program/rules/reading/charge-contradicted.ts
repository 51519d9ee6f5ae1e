import type { StateContradiction } from '../../../pack-state/pack-state';
import type { Resolved } from '../../../request/context';
import { PRACTICE, type Rule } from '../../rule';

const percent = (share: number): number => Math.round(100 * Math.min(1, Math.max(0, share)));

/** What does not fit, in a sentence with both sides. */
function sentenceOf(r: Resolved, { piece, says, others }: StateContradiction): string {
	const { how } = r.state;
	const known = says === null ? null : percent(says);
	const now = percent(others);
	switch (piece) {
		case 'volts':
			return `Its volts say ${known} %, and everything else ${now} %${how ? ` (${how})` : ''}: one cell was read wrong, or it is another pack.`;
		case 'count':
			return `The charge that was counted in its last run does not fit what was in it and how it ended; about ${now} % is left by everything else.`;
		case 'answer':
		case 'end':
		case 'use': {
			const why =
				known !== null && now < known
					? 'a cell leaks, or it was used after all'
					: 'it was charged since, or the reading is of another pack';
			return `It was ${how ?? 'said to be otherwise'}, so about ${known} % should be left, and its volts say ${now} %: ${why}.`;
		}
	}
}

export const chargeContradicted: Rule = {
	id: 'charge-contradicted',
	title: 'What is known contradicts itself',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		const { contradicted } = r.chargeState;
		if (!contradicted) return null;
		return {
			sentence: sentenceOf(r, contradicted),
			fix: { label: 'Read it again', kind: 'go', to: 'read pack' }
		};
	}
};
