/**
 * How often the state's intervals hold the truth of packs that core does not know, and how often
 * its claims are right.
 */
import { uniform } from '../../core/simulate/random';
import { packState } from '../../core/pack-state/pack-state';
import { lifeOf } from './life';

export const CHEMISTRIES = ['lipo', 'lihv', 'liion', 'life', 'nimh', 'nicd', 'lead'] as const;

export interface Coverage {
	chemistry: string;
	asked: number;
	/** Share of moments at which the 90 % interval held the truth, and its median width, shares. */
	held: number;
	below: number;
	width: number;
	/**
	 * Packs called full: how many, and the share of them with at least 90 % of what the program's end
	 * holds; with nothing left out.
	 */
	full: number;
	fullRight: number;
	fullRightComplete: number;
	/** Share of sound full charges that are called full within the day after. */
	soundCalledFull: number;
	/** Share of moments of honest stories at which something contradicts. */
	falseAlarms: number;
}

const share = (part: number, whole: number): number => (whole === 0 ? NaN : part / whole);

/** Asks at every moment of `lives` lives of `steps` things each. */
export function coverageOf(chemistry: string, lives: number, steps: number, seed: number): Coverage {
	const widths: number[] = [];
	let [asked, held, below, full, right, complete, completeRight, sound, soundFull, honest, alarms] =
		Array<number>(11).fill(0);
	for (let life = 0; life < lives; life++) {
		const draw = uniform(seed + life);
		for (const m of lifeOf(chemistry, steps, draw)) {
			const state = packState(m.pack, m.events, m.at, 20);
			if (state.charge === null) continue;
			asked++;
			const { low, high } = state.charge;
			widths.push(high - low);
			if (m.soc >= low && m.soc <= high) held++;
			else if (m.soc < low) below++;
			if (m.honest) {
				honest++;
				if (state.contradictions.length) alarms++;
			}
			if (state.claim === 'full') {
				const holds = m.soc >= 0.9 * (m.programEnd ?? 1);
				full++;
				if (holds) right++;
				if (m.complete) {
					complete++;
					if (holds) completeRight++;
				}
			}
			const hours = (Date.parse(m.at) - Date.parse(m.events.at(-1)!.at)) / 3600e3;
			if (m.soundFull && hours < 24) {
				sound++;
				if (state.claim === 'full') soundFull++;
			}
		}
	}
	widths.sort((a, b) => a - b);
	return {
		chemistry,
		asked,
		held: share(held, asked),
		below: share(below, asked),
		width: widths[widths.length >> 1] ?? NaN,
		full,
		fullRight: share(right, full),
		fullRightComplete: share(completeRight, complete),
		soundCalledFull: share(soundFull, sound),
		falseAlarms: share(alarms, honest)
	};
}
