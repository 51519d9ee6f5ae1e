/** What somebody reads off a charger's screen, laid beside what is known: for a pack and a channel that no run is on record of. */
import type { Screen } from './case';
import type { Known, Shown } from './facts';
import { symptomOf, type SymptomId } from './symptom';

const given = <T>(value: T | null): value is T => value !== null;

/** The screen while something flows; null where nothing that a sum can be made of was read. */
function shownOf({ setA, mainV, currentA, cellsV, chargeAh, minutes }: Screen): Shown | null {
	if (!given(mainV) || !given(currentA) || !given(setA)) return null;
	// A course needs both; with one of them it has no place in time.
	const placed = given(chargeAh) && given(minutes);
	return {
		currentA,
		packV: mainV,
		cellV: cellsV ?? [],
		chargeAh: placed ? chargeAh : 0,
		minutes: placed ? minutes : 0
	};
}

/**
 * What is known with a typed screen. Before the start it is a check; while it goes on, and at its end, a screen that sums are made of and
 * courses go through, and what went in is laid beside `expectedAh`, what was missing (Ah; null where nobody knows).
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
	const tells = given(chargeAh) && (ended || chargeAh > k.r.pack.capacityAh);
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
