/**
 * What one figure read off the screen says of the run: on track, ahead, behind, or stop now, with
 * the reason.
 */
import { LOOK_KINDS, lookText, type Look } from '../log/look';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import type { Expected } from './following';
import { limitBroken } from './limits';

export type LookVerdict = 'on track' | 'ahead' | 'behind' | 'stop now' | 'look closer';

export interface LookJudged {
	verdict: LookVerdict;
	/** Whole sentences with figures. */
	sentence: string;
}

/** A screen may be one step off, and its reader another. */
const STEPS = 2;

const band = (what: Look['what'], e: Expected): string =>
	`${lookText(what, e.p5)} to ${lookText(what, e.p95)}`;

function outside(r: Resolved, look: Look, e: Expected): LookJudged | null {
	const { step } = LOOK_KINDS[look.what];
	const read = lookText(look.what, look.value);
	const should = `a sound pack shows ${band(look.what, e)} now`;
	if (look.value > e.most + STEPS * step) {
		if (look.what === 'currentA' || look.what === 'chargeAh')
			return {
				verdict: 'stop now',
				sentence: `${read}, and ${should}: stop at the charger and compare what is set with the card.`
			};
		return {
			verdict: 'stop now',
			sentence: `${read}, and ${should}: far too high. A worn pack, a bad contact in plug or lead, or another cell count reads so: stop at the charger and look at each cell.`
		};
	}
	if (look.value < e.least - STEPS * step) {
		if (look.what === 'currentA' || look.what === 'chargeAh')
			return {
				verdict: 'look closer',
				sentence: `${read}, and ${should}: the charger gives less than the program asks for. Look at its input volts and at what limits it; nothing is in danger by that alone.`
			};
		return {
			verdict: 'stop now',
			sentence: `${read}, and ${should}: far too low. A cell may be failing or missing, or this is another pack: stop at the charger and look at each cell.`
		};
	}
	return null;
}

/** Whether more of this figure means that the run is further on. */
const further = (r: Resolved, what: Look['what']): 1 | -1 => {
	if (what === 'chargeAh') return 1;
	if (what === 'currentA') return -1;
	return r.taskData.moves === 'out' ? -1 : 1;
};

/**
 * Judges a look. `expected` is what the screen should have shown before this look was taken for
 * anything; null where the run should be over by then. `sound` is what any sound pack shows,
 * whatever earlier looks taught: a danger that was there from the beginning must not teach that
 * it is this pack's way.
 */
export function judgeLook(
	r: Resolved,
	settings: ProgramSettings,
	look: Look,
	earlier: readonly Look[],
	expected: Expected | null,
	sound: Expected | null = null
): LookJudged {
	const broken = limitBroken(r, settings, look, earlier);
	if (broken) return { verdict: 'stop now', sentence: broken };
	const unlike = sound && outside(r, look, sound);
	if (unlike?.verdict === 'stop now') return unlike;
	if (expected === null)
		return {
			verdict: 'behind',
			sentence:
				'It should be over by now. Feel the pack, look at each cell, and stop it if the charge does not end soon.'
		};
	const far = outside(r, look, expected);
	if (far) return far;
	const read = lookText(look.what, look.value);
	const sign = further(r, look.what);
	// One step of the screen is nothing; figures of a tenth are not exact in a computer.
	const step = LOOK_KINDS[look.what].step + 1e-9;
	if (look.value > expected.p95 + step || look.value < expected.p5 - step) {
		const more = look.value > expected.p95;
		const verdict = (more ? 1 : -1) * sign > 0 ? 'ahead' : 'behind';
		return {
			verdict,
			sentence: `${read}, where ${band(look.what, expected)} was expected: ${verdict === 'ahead' ? 'it ends sooner' : 'it takes longer'}, which is nothing to worry about by itself.`
		};
	}
	return { verdict: 'on track', sentence: `${read}; ${band(look.what, expected)} was expected.` };
}
