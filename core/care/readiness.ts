/** What a pack is ready for, by its last reading and the time since. One word for a list, one sentence for a page. */
import { chemistryOf } from '../chemistry/catalogue';
import type { Chemistry } from '../chemistry/chemistry';
import { fullSoc } from '../chemistry/fill-window';
import { estimateCharge, type ChargeState } from '../pack/charge-state';
import { knownCharge, readBeforeRun, type LastRun } from '../pack/known-charge';
import type { Pack } from '../pack/pack';
import { coolBy } from '../pack/use';
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
/** Share of a charge to the usual end that still counts as full. */
const READY_SHARE = 0.94;

const days = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / 86400e3;

/** A lead battery below this share for some days is harmed by it; a nickel pack above this is ready (common practice, no source). */
const LEAD_LOW = 0.7;

/** State of charge when the reading was taken, by its volts and by the run before it. */
const chargeWhenRead = (pack: Pack, reading: ReadingInput, lastRun: LastRun | null): ChargeState => {
	const chemistry = chemistryOf(pack.chemistry);
	const known = knownCharge(chemistry, reading, lastRun, reading.takenAt);
	return estimateCharge(chemistry, pack.cells, readBeforeRun(reading, lastRun) ? null : reading, known);
};

/** Whether `soc` is as good as full for this chemistry. */
function fullAt(chemistry: Chemistry, soc: number): boolean {
	const { readyFrom } = chemistry.traits;
	return soc >= (readyFrom ?? READY_SHARE * fullSoc(chemistry));
}

/** Whether a pack is as good as full by its reading. */
export const isFull = (pack: Pack, reading: ReadingInput | null, lastRun: LastRun | null = null): boolean =>
	reading !== null && fullAt(chemistryOf(pack.chemistry), chargeWhenRead(pack, reading, lastRun).soc);

type Judged = Pick<Readiness, 'state' | 'sentence'>;

/** What is judged, gathered once: charge, cells and age of the reading. */
interface Sight {
	pack: Pack;
	chemistry: Chemistry;
	reading: ReadingInput;
	soc: number;
	/** "about 40 %, used until it faded". */
	about: string;
	full: boolean;
	lowestV: number;
	highestV: number;
	ageDays: number;
	/** " 3 d ago", or nothing for today. */
	since: string;
}

/** From `lowV` to `highV` in words; what reads alike is said once, and what is only a share of the sum as such. */
function voltsOver({ pack, reading }: Sight, lowV: number, highV = lowV): string {
	const [low, high] = [lowV, highV].map((v) => v.toFixed(2));
	const eachRead = pack.cells === 1 || reading.cellVoltagesV?.length === pack.cells;
	return `${low === high ? low : `${low} to ${high}`} V${eachRead ? '' : ' a cell on average'}`;
}

/** What a person should look into whatever the chemistry; null when there is nothing. */
function lookInto({ pack, chemistry, reading, lowestV, highestV, since }: Sight): Judged | null {
	const { voltages } = chemistry;
	const look = (sentence: string): Judged => ({ state: 'look', sentence });
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
	return null;
}

/** Lead batteries are kept full. */
function ofLead({ soc, about, full, since }: Sight): Judged {
	if (full) return { state: 'ready', sentence: `Full${since}.` };
	if (soc < LEAD_LOW)
		return { state: 'low', sentence: `Lead hardens when it lies ${about} full${since}: charge it.` };
	return { state: 'part charged', sentence: `Part charged${since}, ${about}: top it up.` };
}

/** Nickel packs lie as they are. */
function ofNickel({ soc, about, full, since, ageDays, chemistry }: Sight): Judged {
	const lost = Math.min(1, (ageDays / 30) * chemistry.defaults.selfDischargePerMonth);
	if (full && lost < 0.2) return { state: 'ready', sentence: `Charged${since}.` };
	if (soc < 0.15) return { state: 'low', sentence: `Low${since}, ${about}.` };
	return {
		state: 'part charged',
		sentence: `Part charged${since}, ${about}; nickel loses about a fifth a month.`
	};
}

/** Lithium packs are ready, put away at storage, or in between. */
function ofLithium(sight: Sight, person: PracticeLayer): Judged {
	const { pack, chemistry, soc, full, lowestV, highestV, ageDays, since } = sight;
	const { low, high } = chemistry.voltages.storageWindowV;
	if (full) {
		const practice = resolvePractice(person, pack.practice);
		const most = practice.values.storageAfterDays;
		if (ageDays > most)
			return {
				state: 'look',
				sentence: `Full for ${Math.floor(ageDays)} days, at most ${most} by ${whose(practice, 'storageAfterDays')}: bring it to storage.`
			};
		return { state: 'ready', sentence: `Full${since}.` };
	}
	if (lowestV >= low && highestV <= high + 0.02)
		return {
			state: 'storage',
			sentence: `At storage${since}, ${voltsOver(sight, lowestV, highestV)}.`
		};
	if (lowestV < low) return { state: 'low', sentence: `Low, ${voltsOver(sight, lowestV)}${since}.` };
	return { state: 'part charged', sentence: `Part charged${since}, about ${(soc * 100).toFixed(0)} %.` };
}

/**
 * Judges one pack at the moment `now` (ISO 8601), by its last reading and, where that is known, by how its last run left it.
 */
export function readinessOf(
	pack: Pack,
	reading: ReadingInput | null,
	now: string,
	person: PracticeLayer = {},
	lastRun: LastRun | null = null,
	/** A run of it is going on: its readings are of before. */
	onCharger = false
): Readiness {
	const unknown = { soc: null, band: null, how: null };
	if (pack.condition !== 'in service')
		return { state: 'out of service', sentence: `Marked ${pack.condition}.`, ...unknown };
	if (onCharger)
		return {
			state: 'on a charger',
			sentence: 'A run is going on; how it ends says what it is ready for.',
			...unknown
		};
	if (!reading) return { state: 'not read', sentence: 'Never measured here.', ...unknown };
	if (lastRun?.used && readBeforeRun(reading, lastRun)) {
		const cool = coolBy(lastRun.used);
		const still = now < cool;
		const minutes = Math.max(1, Math.round((Date.parse(cool) - Date.parse(now)) / 60e3));
		return {
			state: 'not read',
			sentence: still
				? `Just used: let it cool for ${minutes} min more, then measure it.`
				: 'Used since it was measured: measure it.',
			...unknown
		};
	}
	const chemistry = chemistryOf(pack.chemistry);
	const { soc, band, known } = chargeWhenRead(pack, reading, lastRun);
	const how = known?.how ?? null;
	const cells = cellVoltages(reading, pack.cells);
	const ageDays = days(reading.takenAt, now);
	const share = (100 * Math.min(1, Math.max(0, soc))).toFixed(0);
	const sight: Sight = {
		pack,
		chemistry,
		reading,
		soc,
		about: `about ${share} %${!chemistry.traits.voltsTellCharge ? `, ${how ?? 'by its volts'}` : ''}`,
		full: fullAt(chemistry, soc),
		lowestV: Math.min(...cells),
		highestV: Math.max(...cells),
		ageDays,
		since: ageDays >= 1 ? ` ${Math.floor(ageDays)} d ago` : ''
	};
	const judged =
		lookInto(sight) ??
		{ lead: ofLead, nickel: ofNickel, lithium: (s: Sight) => ofLithium(s, person) }[chemistry.family](sight);
	return { ...judged, soc, band, how };
}
