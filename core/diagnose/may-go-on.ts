/**
 * May charge go on? Yes only where everything that can burn is as good as excluded, and never
 * against eye, nose, hand or polarity.
 */
import type { ActionId } from './cause';
import type { PackStop } from '../pack-state/stop';
import type { Answered, Diagnosis } from './infer';

export type MayGoOn = 'yes' | 'not yet' | 'no' | 'never';

/** Burning causes together may have this share at most (common practice, no source). */
export const BURNS_AT_MOST = 0.02;
/** And none of these this: what nobody knows may burn too. */
const UNKNOWN_AT_MOST = 0.12;
/** From here on it is no, not only not yet. */
export const NO_FROM = 0.5;

/** After these something may flow again without another thing being done first. */
const GOES_ON: readonly ActionId[] = ['go on', 'wait and watch', 'stop by hand', 'balance it'];
/** After these once that was done. */
const THEN_GOES_ON: readonly ActionId[] = [
	'reseat',
	'change held',
	'help supply',
	'mend supply',
	'spread load',
	'warm it',
	'read again',
	'coarser end',
	'stay and confirm',
	'give air',
	'wake',
	'spare use',
	'measure tomorrow'
];

/** Answers that no likelihood outweighs. */
const STOPS: Record<string, readonly string[]> = {
	eye: ['swollen, dented or leaking', 'smells or hisses'],
	'pack-warm': ['hot'],
	'plug-warm': ['hot'],
	colours: ['reversed'],
	// What no cell can read is an open wire: the charger balances, and ends, by cells that are not
	// there.
	'cell-page': ['zero beside double', 'an end cell zero']
};
const NEVER: Record<string, readonly string[]> = { eye: STOPS.eye };

const said = (answers: readonly Answered[], of: Record<string, readonly string[]>): Answered | undefined =>
	answers.find((a) => of[a.clue]?.includes(a.answer));

export interface Verdict {
	may: MayGoOn;
	/** Why, in a sentence. */
	because: string;
	/** What is done first, where it may go on only then; null where nothing is. */
	first: ActionId | null;
}

/**
 * Judges whether charge may go on; `stop` is what the pack's own state forbids, whatever the odds
 * say.
 */
export function mayGoOn(
	diagnosis: Diagnosis,
	answers: readonly Answered[],
	stop: PackStop | null = null
): Verdict {
	if (stop?.forGood) return { may: 'never', because: stop.why, first: 'retire' };
	const never = said(answers, NEVER);
	if (never)
		return { may: 'never', because: `${cap(never.answer)}: it is not charged again.`, first: 'retire' };
	if (stop) return { may: 'no', because: stop.why, first: diagnosis.actions[0]?.action ?? null };
	const flows = said(answers, STOPS);
	if (flows)
		return {
			may: 'no',
			because: `${cap(flows.answer)}: nothing flows before that is cleared.`,
			first: diagnosis.actions[0]?.action ?? null
		};
	const { burns, none, actions } = diagnosis;
	const top = actions[0]?.action ?? null;
	const percent = (p: number) => `${(100 * p).toFixed(p < 0.1 ? 1 : 0)} %`;
	if (burns >= NO_FROM)
		return { may: 'no', because: `${percent(burns)} of what is likely can burn.`, first: top };
	// A glance costs nothing; without it nobody may say yes.
	const glanced = answers.some((a) => a.clue === 'eye');
	if (burns > BURNS_AT_MOST)
		return { may: 'not yet', because: `${percent(burns)} of what is likely can burn.`, first: null };
	if (none > UNKNOWN_AT_MOST)
		return { may: 'not yet', because: 'Too much of it fits nothing that is known.', first: null };
	if (!glanced) return { may: 'not yet', because: 'Nobody has looked at the pack itself yet.', first: null };
	if (top !== null && GOES_ON.includes(top))
		return { may: 'yes', because: `What can burn is at ${percent(burns)} together.`, first: null };
	if (top !== null && THEN_GOES_ON.includes(top))
		return {
			may: 'yes',
			because: `What can burn is at ${percent(burns)} together; first do what it needs.`,
			first: top
		};
	return { may: 'not yet', because: 'What it needs must be done first.', first: top };
}

const cap = (text: string): string => text[0].toUpperCase() + text.slice(1);
