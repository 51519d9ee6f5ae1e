/** What is known of a pack's charge besides its volts: where its last run left it, or that it was used until it faded. */
import type { Use } from './use';
import type { Chemistry } from '../chemistry/chemistry';
import { fullSoc } from '../chemistry/fill-window';
import type { ReadingInput } from './reading';

/** What a run has left in the pack, judged by how it ended; null where its end says nothing of that. */
export type JudgedEnd = 'filled' | 'nearly filled' | 'emptied' | null;

/** A pack's last run, as far as it says what was left in it. */
export interface LastRun {
	end: JudgedEnd;
	/** ISO 8601. */
	endedAt: string;
	/** It was no run on a charger: the pack was used. */
	used?: Pick<Use, 'at' | 'felt'>;
}

/** What happened to a pack last: its last run, or its last use where that came later. */
export const lastOf = (run: LastRun | null, use: Pick<Use, 'at' | 'felt'> | null): LastRun | null =>
	use && (!run || use.at > run.endedAt) ? { end: null, endedAt: use.at, used: use } : run;

export interface KnownCharge {
	/** State of charge, 0 to 1, and one standard deviation of it. */
	soc: number;
	sigma: number;
	/** Where it is known from, in words: "filled 3 d ago and not used since". */
	how: string;
}

/** A pack used until its model slowed down (common practice, no source). */
const FADED = { soc: 0.06, sigma: 0.05 };
/** How exactly a run's own end says what is left (common practice, no source). */
const END_SIGMA = 0.03;
/** What a run down to its loaded end leaves (common practice, no source). */
const EMPTIED_SOC = 0.04;
/** Moments this close are one: a run's end and the reading it leaves, ms. */
const SAME_MS = 1000;
/** A reading this soon after a run is that run's own end, ms. */
const OWN_END_MS = 10 * 60e3;
const MONTH_MS = 30 * 86400e3;

/** Whether a reading was taken before the pack's last run had ended, so that its volts say nothing of how it stands now. */
export const readBeforeRun = (reading: ReadingInput | null, lastRun: LastRun | null): boolean =>
	reading !== null && lastRun !== null && Date.parse(reading.takenAt) < Date.parse(lastRun.endedAt) - SAME_MS;

/** What a charge that leaves out the last of the taper is short of, as a share (common practice, no source). */
const NOT_QUITE = 0.04;

function leftBy(chemistry: Chemistry, end: JudgedEnd): { soc: number; word: string } | null {
	switch (end) {
		case 'filled':
			return { soc: fullSoc(chemistry), word: 'filled' };
		case 'nearly filled':
			return { soc: fullSoc(chemistry) - NOT_QUITE, word: 'filled' };
		case 'emptied':
			return { soc: EMPTIED_SOC, word: 'emptied' };
		case null:
			return null;
	}
}

const ageInWords = (ms: number) => {
	const days = Math.floor(ms / 86400e3);
	return days >= 1 ? `${days} d ago` : `${Math.max(0, Math.floor(ms / 3600e3))} h ago`;
};

/**
 * What is known of the charge at the moment `now` (ISO 8601); null when the volts are all there is. A run counts only while
 * nothing else can have moved the charge: no reading since, the reading at its own end, or one that says the pack lay unused.
 */
export function knownCharge(
	chemistry: Chemistry,
	reading: ReadingInput | null,
	lastRun: LastRun | null,
	now: string
): KnownCharge | null {
	if (reading?.usedSince === 'until it faded') return { ...FADED, how: 'used until it faded' };
	if (!lastRun || reading?.usedSince === 'used') return null;
	const readAfterMs = reading ? Date.parse(reading.takenAt) - Date.parse(lastRun.endedAt) : -Infinity;
	// A reading from before the run says nothing of what the run left.
	const untouched = readAfterMs <= OWN_END_MS || reading?.usedSince === 'not used';
	const left = leftBy(chemistry, lastRun.end);
	if (!untouched || !left) return null;
	const ageMs = Math.max(0, Date.parse(now) - Date.parse(lastRun.endedAt));
	const lost = Math.min(left.soc, (ageMs / MONTH_MS) * chemistry.defaults.selfDischargePerMonth);
	return {
		soc: left.soc - lost,
		sigma: Math.hypot(END_SIGMA, lost / 2),
		how: `${left.word} ${ageInWords(ageMs)} and not used since`
	};
}
