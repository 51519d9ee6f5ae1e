/**
 * What somebody reads off a charger's screen, laid beside what is known: for a pack and a channel
 * that no run is on record of.
 */
import type { Screen } from './case';
import type { Known } from './facts';
import type { Shown } from './screen';
import { symptomOf, type SymptomId } from './symptom';

/** Charge, minutes and amps alone. */
const NO_VOLTS = { countRead: null, cellsV: null, mainV: null, currentA: null } as const;
const given = <T>(value: T | null): value is T => value !== null;

/** The screen while something flows; null where nothing that a sum can be made of was read. */
function shownOf({ setA, mainV, currentA, cellsV, chargeAh, minutes }: Screen): Shown | null {
	if (!given(mainV) || !given(currentA) || !given(setA)) return null;
	// A course needs both; with one of them, or with more than these amps bring in, it has no place
	// in time.
	const placed =
		given(chargeAh) && given(minutes) && screenOdd({ ...NO_VOLTS, setA, minutes, chargeAh }) === null;
	return {
		currentA,
		packV: mainV,
		cellV: cellsV ?? [],
		chargeAh: placed ? chargeAh : 0,
		minutes: placed ? minutes : 0
	};
}

/**
 * Main volts and cells are read a moment apart, V and V a cell; amps and mAh to a tenth (common
 * practice, no source).
 */
const APART_V = 0.05;
const APART_CELL_V = 0.01;
const TENTH = 1.1;

/** What figures of one screen cannot all be true of, in a sentence; null where they go together. */
export function screenOdd({ setA, mainV, currentA, cellsV, minutes, chargeAh }: Screen): string | null {
	const sum = cellsV?.reduce((a, b) => a + b, 0) ?? null;
	if (given(mainV) && given(sum) && sum - mainV > APART_V + APART_CELL_V * cellsV!.length)
		return `Its cells add up to ${sum.toFixed(2)} V and the main volts are ${mainV.toFixed(2)} V: one of them was read or typed wrong.`;
	if (given(setA) && given(currentA) && currentA > TENTH * setA)
		return `It gives ${currentA.toFixed(1)} A and ${setA.toFixed(1)} A are set: read both again, and stop it if that is so.`;
	if (given(setA) && given(minutes) && given(chargeAh) && chargeAh > TENTH * setA * (minutes / 60) + 0.02)
		return `${Math.round(1000 * chargeAh)} mAh are more than ${setA.toFixed(1)} A bring in ${Math.round(minutes)} min.`;
	return null;
}

/**
 * What is known with a typed screen. Before the start it is a check; while it goes on, and at its
 * end, a screen that sums are made of and courses go through, and what went in is laid beside
 * `expectedAh`, what was missing (Ah; null where nobody knows).
 */
export function withScreen(
	k: Known,
	screen: Screen,
	symptom: SymptomId | null,
	expectedAh: number | null
): Known {
	const phase = symptom === null ? 'going' : symptomOf(symptom).phase;
	const { setA, countRead, cellsV, mainV, minutes, chargeAh } = screen;
	const settings = given(setA) ? { ...k.settings, currentA: setA } : k.settings;
	const idle = phase === 'before' || phase === 'check';
	const shown = idle ? null : shownOf(screen);
	const ended = phase === 'end' || phase === 'afterwards';
	// While it goes on what went in says something only once it is too much.
	const believed = screenOdd({ ...NO_VOLTS, setA, minutes, chargeAh }) === null;
	const tells = given(chargeAh) && believed && (ended || chargeAh > k.r.pack.capacityAh);
	return {
		...k,
		settings,
		// With current in it, main volts beside cells are no check at rest.
		check: {
			inputV: k.check?.inputV ?? null,
			countRead: countRead ?? k.check?.countRead ?? null,
			cellsV: idle ? (cellsV ?? k.check?.cellsV ?? null) : (k.check?.cellsV ?? null),
			mainV: idle ? (mainV ?? k.check?.mainV ?? null) : (k.check?.mainV ?? null)
		},
		shown: shown ?? k.shown,
		...(idle || !cellsV ? {} : { page: cellsV }),
		run: tells
			? {
					endReason: null,
					durationS: given(minutes) ? 60 * minutes : null,
					chargeAh,
					expectedAh,
					status: ended ? 'ended' : 'running'
				}
			: k.run
	};
}
