/**
 * What a pack is ready for, by its last reading and the time since. One word for a list, one
 * sentence for a page.
 */
import { chemistryOf } from '../chemistry/catalogue';
import type { Chemistry } from '../chemistry/chemistry';
import type { StateContradiction, PackState } from '../pack-state/pack-state';
import { packStop } from '../pack-state/stop';
import type { Pack } from '../pack/pack';
import { resolvePractice, whose, type PracticeLayer } from '../practice/practice';
import { cellVoltages, spreadV, type ReadingInput } from '../pack/reading';

/** In the order in which lists sort them: what needs a person first. */
export const READINESS = [
	'look',
	'low',
	'not read',
	'part charged',
	'storage',
	'ready',
	'on a charger',
	'out of service'
] as const;
export type ReadinessState = (typeof READINESS)[number];

export interface Readiness {
	state: ReadinessState;
	/** Why, with figures. */
	sentence: string;
	/** Mean state of charge and its band, 0 to 1; null when nothing was read. */
	soc: number | null;
	band: { low: number; high: number } | null;
	/** What besides the volts says so: "filled 3 d ago and not used since"; null when nothing does. */
	how: string | null;
}

/** Spread at rest that a person should look into, V (common practice, no source). */
const LOOK_SPREAD_V = 0.05;

const clip = (share: number): number => Math.min(1, Math.max(0, share));
const days = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / 86400e3;

/**
 * A lead battery below this share for some days is harmed by it; a nickel pack above this is ready
 * (common practice, no source).
 */
const LEAD_LOW = 0.7;
/**
 * A lead battery stands full enough from here, a share: it is topped up every three months (common
 * practice, no source).
 */
const LEAD_READY = 0.88;
/**
 * A nickel pack is ready where its 5th percentile is no further than this under where it is (common
 * practice, no source).
 */
const READY_SLACK = 0.1;
/**
 * A nickel pack that rested as a full one does is ready for so long, days (common practice, no
 * source).
 */
const STAYS_FULL_DAYS = 7;
/** A lithium pack below this is low, a share (common practice, no source). */
const LOW_SOC = 0.13;
/**
 * A lithium pack that stands this full ages as a full one does, a share (common practice, no
 * source).
 */
const STANDS_HIGH = 0.85;

type Judged = Pick<Readiness, 'state' | 'sentence'>;

/** What is judged, gathered once: charge, cells and age of the reading. */
interface Sight {
	pack: Pack;
	chemistry: Chemistry;
	state: PackState;
	/** The last reading; null where none was taken since whatever moved the charge last. */
	reading: ReadingInput | null;
	soc: number;
	/** "about 40 %, used until it faded". */
	about: string;
	full: boolean;
	/** Volts of the lowest and the highest cell, V, by that reading. */
	lowestV: number | null;
	highestV: number | null;
	/** Days since it stands so: since its last move, or since it was read. */
	ageDays: number;
	/** " 3 d ago", or nothing for today. */
	since: string;
}

/**
 * From `lowV` to `highV` in words; equal volts once, and what is only a share of the
 * sum as such.
 */
function voltsOver({ pack, reading }: Sight, lowV: number, highV = lowV): string {
	const [low, high] = [lowV, highV].map((v) => v.toFixed(2));
	const eachRead = pack.cells === 1 || reading?.cellVoltagesV?.length === pack.cells;
	return `${low === high ? low : `${low} to ${high}`} V${eachRead ? '' : ' a cell on average'}`;
}

/** What contradicts, in one clause. */
const CONTRADICTS: Record<StateContradiction['piece'], string> = {
	volts: 'its volts do not fit everything else',
	end: 'how its last run ended does not fit its volts',
	count: 'the charge that was counted does not fit how it ended',
	answer: 'it was said not to be used, and its volts say otherwise',
	use: 'it holds more than it was left with'
};

/** What a person should look into whatever the chemistry; null when there is nothing. */
function lookInto({ pack, chemistry, state, reading, lowestV, highestV, since }: Sight): Judged | null {
	const { voltages } = chemistry;
	const look = (sentence: string): Judged => ({ state: 'look', sentence });
	const { judged, restV, contradictions } = state;
	const stop = packStop(state);
	if (stop && stop.kind !== 'condition') return look(stop.why);
	if (reading !== null && lowestV !== null && highestV !== null) {
		const lowest = cellVoltages(reading, pack.cells).indexOf(lowestV) + 1;
		const spread = spreadV(reading);
		if (highestV > voltages.cellMaxV)
			return look(`A cell read ${highestV.toFixed(2)} V${since}, above its limit.`);
		if (reading.state !== 'loaded' && lowestV < voltages.hardFloorV)
			return look(
				`${reading.cellVoltagesV ? `Cell ${lowest}` : 'A cell on average'} read ${lowestV.toFixed(2)} V${since}, below the floor.`
			);
		if (spread !== null && spread > LOOK_SPREAD_V)
			return look(`Cells ${(spread * 1000).toFixed(0)} mV apart${since}, cell ${lowest} lowest.`);
	}
	if (judged?.outcome === 'not what it says' && restV === null) return look(`${judged.reason} Measure it.`);
	const [contradiction] = contradictions;
	if (contradiction)
		return look(`What is known contradicts itself: ${CONTRADICTS[contradiction.piece]}. Measure it.`);
	return null;
}

/** Lead batteries are kept full. */
function ofLead({ soc, about, full, since }: Sight): Judged {
	if (full || soc >= LEAD_READY) return { state: 'ready', sentence: `Full${since}.` };
	if (soc < LEAD_LOW)
		return { state: 'low', sentence: `Lead hardens when it lies ${about} full${since}: charge it.` };
	return { state: 'part charged', sentence: `Part charged${since}, ${about}: top it up.` };
}

/** Nickel packs lie as they are. */
function ofNickel({ soc, about, full, since, chemistry, state, ageDays }: Sight): Judged {
	const { readyFrom, fullRestV } = chemistry.traits;
	const { restV, charge } = state;
	const restsFull =
		fullRestV !== null && restV !== null && ageDays < STAYS_FULL_DAYS && restV.every((v) => v >= fullRestV);
	const ready = full || restsFull || (charge !== null && charge.low >= (readyFrom ?? 1) - READY_SLACK);
	if (ready) return { state: 'ready', sentence: `Charged${since}.` };
	if (soc < 0.15) return { state: 'low', sentence: `Low${since}, ${about}.` };
	return {
		state: 'part charged',
		sentence: `Part charged${since}, ${about}; nickel loses about a fifth a month.`
	};
}

/** Lithium packs are ready, put away at storage, or in between. */
function ofLithium(sight: Sight, person: PracticeLayer): Judged {
	const { pack, chemistry, soc, full, lowestV, highestV, ageDays, since, state, about } = sight;
	const { low } = chemistry.voltages.storageWindowV;
	const practice = resolvePractice(person, pack.practice);
	const most = practice.values.storageAfterDays;
	if ((full || soc >= STANDS_HIGH) && ageDays > most) {
		const stands = full ? 'Full' : `About ${(100 * soc).toFixed(0)} % full`;
		return {
			state: 'look',
			sentence: `${stands} for ${Math.floor(ageDays)} days, at most ${most} by ${whose(practice, 'storageAfterDays')}: bring it to storage.`
		};
	}
	if (full) return { state: 'ready', sentence: `Full${since}.` };
	if (state.claim === 'storage')
		return {
			state: 'storage',
			sentence:
				lowestV !== null && highestV !== null && chemistry.storage.kind === 'volts'
					? `At storage${since}, ${voltsOver(sight, lowestV, highestV)}.`
					: `At storage${since}, ${about}.`
		};
	if (state.restV !== null && lowestV !== null && lowestV < low)
		return { state: 'low', sentence: `Low, ${voltsOver(sight, lowestV)}${since}.` };
	if (state.claim === 'empty' || soc < LOW_SOC) return { state: 'low', sentence: `Low${since}, ${about}.` };
	return { state: 'part charged', sentence: `Part charged${since}, about ${(soc * 100).toFixed(0)} %.` };
}

/** What a use since the last reading leaves to say. */
function sinceUse({ warmth, at }: PackState): Judged {
	if (warmth.coolAt === null)
		return { state: 'not read', sentence: 'Used since it was measured: measure it.' };
	const minutes = Math.max(1, Math.round((Date.parse(warmth.coolAt) - Date.parse(at)) / 60e3));
	return {
		state: 'not read',
		sentence: `Just used: let it cool for ${minutes} min more, then measure it.`
	};
}

/** Judges one pack by its state. */
export function readinessOf(pack: Pack, state: PackState, person: PracticeLayer = {}): Readiness {
	const unknown = { soc: null, band: null, how: null };
	const { condition } = state.condition;
	if (condition !== 'in service')
		return {
			state: 'out of service',
			sentence: `Marked ${condition}: nothing is connected to it.`,
			...unknown
		};
	if (state.onCharger)
		return {
			state: 'on a charger',
			sentence: 'A run is going on; how it ends says what it is ready for.',
			...unknown
		};
	const { charge, lastReading, lastUse, movedAt, readBefore } = state;
	if (charge === null) return { state: 'not read', sentence: 'Never measured here.', ...unknown };
	const chemistry = chemistryOf(pack.chemistry);
	if (lastUse !== null && lastUse.at === movedAt && (lastReading === null || readBefore)) {
		const sight = { pack, chemistry, state, reading: null, lowestV: null, highestV: null, since: '' };
		const hot = lookInto({ ...sight, soc: 0, about: '', full: false, ageDays: 0 });
		return { ...(state.warmth.unexplained !== null && hot ? hot : sinceUse(state)), ...unknown };
	}
	const reading = readBefore ? null : (lastReading?.reading ?? null);
	const cells = reading && cellVoltages(reading, pack.cells);
	const from = reading?.takenAt ?? movedAt ?? state.at;
	const ageDays = days(from, state.at);
	const soc = charge.mean;
	const share = (100 * Math.min(1, Math.max(0, soc))).toFixed(0);
	const sight: Sight = {
		pack,
		chemistry,
		state,
		reading,
		soc,
		about: `about ${share} %${!chemistry.traits.voltsTellCharge ? `, ${state.how ?? 'by its volts'}` : ''}`,
		full: state.claim === 'full',
		lowestV: cells && Math.min(...cells),
		highestV: cells && Math.max(...cells),
		ageDays,
		since: ageDays >= 1 ? ` ${Math.floor(ageDays)} d ago` : ''
	};
	const judged =
		lookInto(sight) ??
		{ lead: ofLead, nickel: ofNickel, lithium: (s: Sight) => ofLithium(s, person) }[chemistry.family](sight);
	return { ...judged, soc, band: { low: clip(charge.low), high: clip(charge.high) }, how: state.how };
}
