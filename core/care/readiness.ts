/** What a pack is ready for, by its last reading and the time since. One word for a list, one sentence for a page. */
import { chemistryOf } from '../chemistry/catalogue';
import type { Chemistry } from '../chemistry/chemistry';
import { socAt } from '../chemistry/curve';
import { estimateCharge, type ChargeState } from '../pack/charge-state';
import { knownCharge, readBeforeRun, type LastRun } from '../pack/known-charge';
import type { Pack } from '../pack/pack';
import { resolvePractice, whose, type PracticeLayer } from '../pack/practice';
import { cellVoltages, spreadV, type ReadingInput } from '../pack/reading';

/** In the order in which lists sort them: what needs a person first. */
export const READINESS = [
	'look',
	'low',
	'not read',
	'part charged',
	'storage',
	'ready',
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
}

/** Spread at rest that a person should look into, V (common practice, no source). */
const LOOK_SPREAD_V = 0.05;
/** Share of a charge to the usual end that still counts as full. */
const READY_SHARE = 0.94;

const days = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / 86400e3;

/** A lead battery below this share for some days is harmed by it; a nickel pack above this is ready (common practice, no source). */
const LEAD_LOW = 0.7;
const NICKEL_READY = 0.85;

/** Nickel packs lie as they are; lead batteries are kept full. */
function withoutStorage(
	chemistry: Chemistry,
	soc: number,
	band: Readiness['band'],
	age: number,
	since: string,
	how: string
): Readiness {
	const about = `about ${(100 * Math.min(1, Math.max(0, soc))).toFixed(0)} %`;
	if (chemistry.family === 'lead') {
		if (soc >= READY_SHARE) return { state: 'ready', sentence: `Full${since}.`, soc, band };
		if (soc < LEAD_LOW)
			return {
				state: 'low',
				sentence: `Lead hardens when it lies ${about} full${since}: charge it.`,
				soc,
				band
			};
		return { state: 'part charged', sentence: `Part charged${since}, ${about}: top it up.`, soc, band };
	}
	const lost = Math.min(1, (age / 30) * chemistry.defaults.selfDischargePerMonth);
	if (soc >= NICKEL_READY && lost < 0.2) return { state: 'ready', sentence: `Charged${since}.`, soc, band };
	if (soc < 0.15) return { state: 'low', sentence: `Low${since}, ${how}.`, soc, band };
	return {
		state: 'part charged',
		sentence: `Part charged${since}, ${about}, ${how}; nickel loses about a fifth a month.`,
		soc,
		band
	};
}

/** State of charge when the reading was taken, by its volts and by the run before it. */
const chargeWhenRead = (pack: Pack, reading: ReadingInput, lastRun: LastRun | null): ChargeState => {
	const chemistry = chemistryOf(pack.chemistry);
	const known = knownCharge(chemistry, reading, lastRun, reading.takenAt);
	return estimateCharge(chemistry, pack.cells, readBeforeRun(reading, lastRun) ? null : reading, known);
};

/** Whether a pack is as good as full by its reading. */
export function isFull(pack: Pack, reading: ReadingInput | null, lastRun: LastRun | null = null): boolean {
	if (!reading) return false;
	const chemistry = chemistryOf(pack.chemistry);
	const { soc } = chargeWhenRead(pack, reading, lastRun);
	if (chemistry.family === 'nickel') return soc >= NICKEL_READY;
	const full =
		chemistry.family === 'lead' ? 1 : Math.min(1, socAt(chemistry.curve, chemistry.voltages.chargeEndV));
	return soc >= READY_SHARE * full;
}

/** Judges one pack at the moment `now` (ISO 8601). */
export function readinessOf(
	pack: Pack,
	reading: ReadingInput | null,
	now: string,
	person: PracticeLayer = {},
	lastRun: LastRun | null = null
): Readiness {
	if (pack.condition !== 'in service')
		return { state: 'out of service', sentence: `Marked ${pack.condition}.`, soc: null, band: null };
	if (!reading) return { state: 'not read', sentence: 'Never measured here.', soc: null, band: null };
	const chemistry = chemistryOf(pack.chemistry);
	const { voltages } = chemistry;
	const { soc, band, known } = chargeWhenRead(pack, reading, lastRun);
	const cells = cellVoltages(reading, pack.cells);
	const lowest = Math.min(...cells);
	const highest = Math.max(...cells);
	const spread = spreadV(reading);
	const age = days(reading.takenAt, now);
	const since = age >= 1 ? ` ${Math.floor(age)} d ago` : '';
	const look = (sentence: string): Readiness => ({ state: 'look', sentence, soc, band });

	if (highest > voltages.cellMaxV)
		return look(`A cell read ${highest.toFixed(2)} V${since}, above its limit.`);
	if (reading.state !== 'loaded' && lowest < voltages.hardFloorV)
		return look(`Cell ${cells.indexOf(lowest) + 1} read ${lowest.toFixed(2)} V${since}, below the floor.`);
	if (spread !== null && spread > LOOK_SPREAD_V)
		return look(
			`Cells ${(spread * 1000).toFixed(0)} mV apart${since}, cell ${cells.indexOf(lowest) + 1} lowest.`
		);
	if (chemistry.family !== 'lithium')
		return withoutStorage(chemistry, soc, band, age, since, known ? known.how : 'by its volts');
	if (isFull(pack, reading, lastRun)) {
		const practice = resolvePractice(person, pack.practice);
		const most = practice.values.storageAfterDays;
		if (age > most)
			return look(
				`Full for ${Math.floor(age)} days, at most ${most} by ${whose(practice, 'storageAfterDays')}: bring it to storage.`
			);
		return { state: 'ready', sentence: `Full${since}.`, soc, band };
	}
	if (lowest >= voltages.storageWindowV.low && highest <= voltages.storageWindowV.high + 0.02)
		return {
			state: 'storage',
			sentence: `At storage${since}, ${lowest.toFixed(2)} to ${highest.toFixed(2)} V.`,
			soc,
			band
		};
	if (lowest < voltages.storageWindowV.low)
		return { state: 'low', sentence: `Low, ${lowest.toFixed(2)} V${since}.`, soc, band };
	return {
		state: 'part charged',
		sentence: `Part charged${since}, about ${(soc * 100).toFixed(0)} %.`,
		soc,
		band
	};
}
