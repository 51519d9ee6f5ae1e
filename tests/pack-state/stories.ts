/**
 * What happened to a pack in two to six events, told with the figures of every chemistry that it
 * may happen to, and what must be believed then and of its next program. Worked by hand from the
 * figures below; common practice, no source.
 */
import type { Pack } from '../../core/pack/pack';
import type { PackEvent, RunEvent } from '../../core/pack-state/event';
import type { ChargeClaim } from '../../core/pack-state/claim';
import { aPack } from '../support/bench-chargers';
import { anObservation, aReadingEvent, aRunEvent, atHour, aUseEvent } from '../support/pack-events';

export interface Figures {
	pack: Pack;
	/**
	 * Volts of a cell at rest: full, about 60 %, about 20 %; and the charge at the last two, shares.
	 */
	fullV: number;
	midV: number;
	lowV: number;
	mid: number;
	low: number;
	/**
	 * End of charge and of discharge, storage, V per cell; storage is null where there is none by
	 * volts.
	 */
	endV: number;
	emptyV: number;
	storeV: number | null;
	lithium: boolean;
	nickel: boolean;
	chargeA: number;
}

const lithium = (
	chemistry: string,
	[fullV, midV, lowV, mid, low, endV, emptyV]: number[],
	storeV: number | null
): Figures => ({
	pack: aPack({ chemistry, labelVoltageV: null, cells: 3 }),
	...{ fullV, midV, lowV, mid, low, endV, emptyV, storeV, lithium: true, nickel: false, chargeA: 2.6 }
});
const other = (
	chemistry: string,
	[fullV, midV, lowV, mid, low, endV, emptyV, chargeA]: number[]
): Figures => ({
	pack: aPack({ chemistry, cells: 6, balanceLead: false, labelChargeRateC: null }),
	...{ fullV, midV, lowV, mid, low, endV, emptyV, chargeA },
	...{ storeV: null, lithium: false, nickel: chemistry !== 'lead' }
});

/** By chemistry; lithium packs are 3S, the others 6 cells, all of 2.6 Ah. */
export const FIGURES: Record<string, Figures> = {
	lipo: lithium('lipo', [4.19, 3.87, 3.73, 0.6, 0.2, 4.2, 3.3], 3.8),
	lihv: lithium('lihv', [4.34, 3.95, 3.745, 0.6, 0.2, 4.35, 3.3], 3.85),
	liion: lithium('liion', [4.1, 3.84, 3.49, 0.6, 0.2, 4.1, 3.0], 3.7),
	life: lithium('life', [3.44, 3.3, 3.2, 0.6, 0.1, 3.6, 2.8], null),
	nimh: other('nimh', [1.39, 1.3, 1.2, 0.55, 0.07, 1.55, 1.0, 1.5]),
	nicd: other('nicd', [1.38, 1.29, 1.2, 0.55, 0.05, 1.55, 1.0, 1.5]),
	lead: other('lead', [2.15, 2.06, 1.97, 0.6, 0.2, 2.4, 1.8, 0.5])
};

export interface StoryExpectation {
	/** Between these the mean charge must lie, shares. */
	mean?: readonly [number, number];
	/** The 90 % interval reaches at least from here to here. */
	reaches?: readonly [number, number];
	claim?: ChargeClaim;
	/** Something contradicts, or nothing does. */
	contradicts?: boolean;
	outcome?: 'sound' | 'doubtful' | 'not what it says';
	/** Rules that the next ordinary charge must find, and some that it must not. */
	finds?: readonly string[];
	spares?: readonly string[];
	/** `false`: the next charge is not clear. */
	clear?: false;
	condition?: Pack['condition'];
}
export interface PackStory {
	name: string;
	of: (f: Figures) => boolean;
	events: (f: Figures) => PackEvent[];
	/** Hours at which it is asked, from the first morning. */
	askedAt: number;
	believed: (f: Figures) => StoryExpectation;
}

const CAPACITY = 2.6;
const each = (f: Figures, v: number): number[] | null => (f.lithium ? [v, v, v] : null);
const read = (
	f: Figures,
	hour: number,
	v: number,
	change: Parameters<typeof aReadingEvent>[2] = {}
): PackEvent =>
	aReadingEvent(atHour(hour), each(f, v), { packVoltageV: f.lithium ? null : v * f.pack.cells, ...change });
/** A charge of `share` of the capacity that ended so; it takes as long as its current needs. */
function charged(
	f: Figures,
	from: number,
	share: number,
	change: Parameters<typeof aRunEvent>[0] = {}
): RunEvent {
	const { settings, ...rest } = change;
	const losses = f.nickel ? 1.12 : f.lithium ? 1 : 1.06;
	const chargeAh = share * CAPACITY * losses;
	const hours = chargeAh / f.chargeA + 0.2;
	return aRunEvent({
		id: `charge ${from}`,
		task: f.lithium ? 'balance' : 'charge',
		startedAt: atHour(from),
		endedAt: atHour(from + hours),
		durationS: hours * 3600,
		chargeAh,
		expectedAh: chargeAh,
		...rest,
		settings: { currentA: f.chargeA, endVoltageV: f.endV, balance: f.lithium, ...settings }
	});
}
function emptied(
	f: Figures,
	from: number,
	share: number,
	change: Parameters<typeof aRunEvent>[0] = {}
): RunEvent {
	const { settings, ...rest } = change;
	const dischargeA = 0.52;
	const hours = (share * CAPACITY) / dischargeA;
	return aRunEvent({
		id: `discharge ${from}`,
		task: 'discharge',
		startedAt: atHour(from),
		endedAt: atHour(from + hours),
		durationS: hours * 3600,
		chargeAh: share * CAPACITY,
		expectedAh: share * CAPACITY,
		endReason: 'end voltage',
		...rest,
		settings: { dischargeA, dischargeEndV: f.emptyV, ...settings }
	});
}
const stored = (
	f: Figures,
	from: number,
	share: number,
	change: Parameters<typeof aRunEvent>[0] = {}
): RunEvent =>
	aRunEvent({
		id: `storage ${from}`,
		task: 'storage',
		startedAt: atHour(from),
		endedAt: atHour(from + share + 0.2),
		durationS: (share + 0.2) * 3600,
		chargeAh: share * CAPACITY,
		expectedAh: share * CAPACITY,
		endReason: 'end voltage',
		...change,
		settings: {
			currentA: f.chargeA,
			dischargeA: f.chargeA,
			endVoltageV: f.storeV ?? f.midV,
			...change.settings
		}
	});

const every = (): boolean => true;
const lith = (f: Figures): boolean => f.lithium;
const stores = (f: Figures): boolean => f.storeV !== null;
const soft = (f: Figures): boolean => !f.lithium;
const nick = (f: Figures): boolean => f.nickel;
const around = (soc: number, by = 0.13): readonly [number, number] => [soc - by, soc + by];

export const STORIES: readonly PackStory[] = [
	{
		name: 'read half full at rest',
		of: every,
		events: (f) => [read(f, 0, f.midV)],
		askedAt: 1,
		believed: (f) => ({ mean: around(f.mid, 0.2), contradicts: false })
	},
	{
		name: 'read full at rest',
		of: (f) => !f.nickel,
		events: (f) => [read(f, 0, f.fullV)],
		askedAt: 1,
		believed: () => ({ mean: [0.87, 1.03], contradicts: false })
	},
	{
		name: 'read low at rest',
		of: every,
		events: (f) => [read(f, 0, f.lowV)],
		askedAt: 1,
		believed: (f) => ({ mean: [0, Math.max(0.4, f.low + 0.2)], contradicts: false })
	},
	{
		name: 'low, then filled with what was missing',
		of: every,
		events: (f) => [read(f, 0, f.lowV), charged(f, 1, 0.98 - f.low)],
		askedAt: 8,
		believed: (f) => ({
			mean: [f.pack.chemistry === 'liion' ? 0.85 : 0.93, 1.03],
			outcome: 'sound',
			contradicts: false,
			claim: f.pack.chemistry === 'liion' ? undefined : 'full'
		})
	},
	{
		name: 'filled, read as full two days later, not used',
		of: (f) => !f.nickel,
		events: (f) => [charged(f, 0, 0.8), read(f, 50, f.fullV, { usedSince: 'not used' })],
		askedAt: 51,
		believed: () => ({ mean: [0.87, 1.03], contradicts: false })
	},
	{
		name: 'filled, then used: nobody knows how far',
		of: every,
		events: (f) => [charged(f, 0, 0.8), aUseEvent(atHour(8))],
		askedAt: 9,
		believed: () => ({ reaches: [0.15, 0.8], claim: null })
	},
	{
		name: 'filled, used, and read half full',
		of: every,
		events: (f) => [charged(f, 0, 0.8), aUseEvent(atHour(8)), read(f, 14, f.midV, { usedSince: 'used' })],
		askedAt: 15,
		believed: (f) => ({ mean: around(f.mid, 0.25), contradicts: false })
	},
	{
		name: 'filled, said not to be used, and read half full',
		of: (f) => f.lithium && f.storeV !== null,
		events: (f) => [charged(f, 0, 0.8), read(f, 30, f.midV, { usedSince: 'not used' })],
		askedAt: 31,
		believed: () => ({ contradicts: true, claim: null, clear: false, finds: ['charge-contradicted'] })
	},
	{
		name: 'filled, nothing said, and read low: somebody used it',
		of: (f) => f.lithium && f.storeV !== null,
		events: (f) => [charged(f, 0, 0.8), read(f, 60, f.lowV)],
		askedAt: 61,
		believed: () => ({ contradicts: false, mean: [0, 0.42] })
	},
	{
		name: 'stopped with three tenths in',
		of: every,
		events: (f) => [read(f, 0, f.lowV), charged(f, 1, 0.3, { endReason: 'stopped' })],
		askedAt: 6,
		believed: (f) => ({ mean: around(f.low + 0.3, 0.17), outcome: 'doubtful' })
	},
	{
		name: 'cut by its timer with four tenths in',
		of: every,
		events: (f) => {
			const run = charged(f, 1, 0.4, { endReason: 'timer' });
			return [
				read(f, 0, f.lowV),
				{ ...run, settings: { ...run.settings, safetyTimerMin: run.durationS! / 60 } }
			];
		},
		askedAt: 8,
		believed: (f) => ({ mean: around(f.low + 0.4, 0.18), outcome: 'doubtful', claim: null })
	},
	{
		name: 'says full with a twentieth in, where eight tenths were missing',
		of: every,
		events: (f) => [read(f, 0, f.lowV), charged(f, 1, 0.05, { expectedAh: 0.78 * CAPACITY })],
		askedAt: 1.6,
		believed: () => ({ outcome: 'not what it says', claim: null, clear: false, finds: ['last-end-doubted'] })
	},
	{
		name: 'full, then emptied to its end',
		of: every,
		events: (f) => [charged(f, 0, 0.8), emptied(f, 10, 0.93)],
		askedAt: 16,
		believed: () => ({ mean: [-0.03, 0.13], outcome: 'sound', contradicts: false })
	},
	{
		name: 'full, a discharge stopped with half of it out',
		of: every,
		events: (f) => [charged(f, 0, 0.8), emptied(f, 10, 0.5, { endReason: 'stopped' })],
		askedAt: 14,
		believed: () => ({ mean: [0.33, 0.62], outcome: 'doubtful' })
	},
	{
		name: 'full, a discharge ended by its limit with four tenths out',
		of: every,
		events: (f) => [
			charged(f, 0, 0.8),
			emptied(f, 10, 0.4, { endReason: 'capacity limit', settings: { capacityLimitAh: 0.4 * CAPACITY } })
		],
		askedAt: 14,
		believed: () => ({ mean: [0.43, 0.72], outcome: 'doubtful' })
	},
	{
		name: 'full, and down to its end with a third of what it should give',
		of: every,
		events: (f) => [charged(f, 0, 0.8), emptied(f, 10, 0.3, { expectedAh: 0.95 * CAPACITY })],
		askedAt: 14,
		believed: () => ({ outcome: 'doubtful' })
	},
	{
		name: 'emptied, then filled again',
		of: every,
		events: (f) => [charged(f, 0, 0.8), emptied(f, 10, 0.93), charged(f, 20, 0.94)],
		askedAt: 30,
		believed: (f) => ({
			mean: [f.pack.chemistry === 'liion' ? 0.85 : 0.93, 1.03],
			outcome: 'sound',
			contradicts: false
		})
	},
	{
		name: 'from full down to storage',
		of: stores,
		events: (f) => [charged(f, 0, 0.8), stored(f, 5, 0.5)],
		askedAt: 12,
		believed: () => ({ mean: [0.33, 0.62], outcome: 'sound' })
	},
	{
		name: 'from low up to storage, and read there',
		of: stores,
		events: (f) => [read(f, 0, f.lowV), stored(f, 1, 0.26), read(f, 9, f.storeV!, { usedSince: 'not used' })],
		askedAt: 10,
		believed: () => ({ mean: [0.3, 0.62], claim: 'storage' })
	},
	{
		name: 'storage ended with cells far above it',
		of: stores,
		events: (f) => [
			charged(f, 0, 0.8),
			stored(f, 5, 0.1, { endCellVoltagesV: [f.fullV - 0.05, f.fullV - 0.05, f.fullV - 0.05] })
		],
		askedAt: 12,
		believed: () => ({ outcome: 'not what it says', claim: null, clear: false })
	},
	{
		name: 'a discharge ended with cells that are half full',
		of: stores,
		events: (f) => [
			charged(f, 0, 0.8),
			emptied(f, 5, 0.9, { endCellVoltagesV: [f.midV + 0.1, f.midV + 0.1, f.midV + 0.1] })
		],
		askedAt: 12,
		believed: () => ({ outcome: 'not what it says', claim: null, clear: false })
	},
	{
		name: 'a discharge left one cell under its floor',
		of: lith,
		events: (f) => [charged(f, 0, 0.8), emptied(f, 5, 0.93, { endCellVoltagesV: [f.emptyV, 2.2, f.emptyV] })],
		askedAt: 12,
		believed: () => ({ outcome: 'not what it says', clear: false })
	},
	{
		name: 'a timer cut it with one cell over its limit',
		of: lith,
		events: (f) => {
			const over = { lipo: 4.31, lihv: 4.43, liion: 4.31, life: 3.78 }[f.pack.chemistry]!;
			return [
				read(f, 0, f.lowV),
				charged(f, 1, 0.6, {
					endReason: 'timer',
					endCellVoltagesV: [f.midV, over, f.midV],
					settings: { safetyTimerMin: (0.6 * CAPACITY * 60) / f.chargeA + 12 }
				})
			];
		},
		askedAt: 4,
		believed: () => ({
			outcome: 'not what it says',
			claim: null,
			clear: false,
			finds: ['last-end-in-danger']
		})
	},
	{
		name: 'its display showed a cell over its limit, and the end was called full',
		of: lith,
		events: (f) => [
			read(f, 0, f.lowV),
			charged(f, 1, 0.8, { displayReadings: [{ minute: 40, what: 'highestCellV', value: f.endV + 0.17 }] })
		],
		askedAt: 4,
		believed: () => ({
			outcome: 'not what it says',
			claim: null,
			clear: false,
			finds: ['last-end-in-danger']
		})
	},
	{
		name: 'its display had counted more than was written down at the end',
		of: every,
		events: (f) => [
			read(f, 0, f.lowV),
			charged(f, 1, 0.6, { displayReadings: [{ minute: 30, what: 'chargeAh', value: 2.4 }] })
		],
		askedAt: 8,
		believed: () => ({ outcome: 'not what it says', claim: null, clear: false })
	},
	{
		name: 'more minutes than it was begun before',
		of: every,
		events: (f) => [read(f, 0, f.lowV), { ...charged(f, 1, 0.7), elapsedMin: 2 }],
		askedAt: 8,
		believed: () => ({ outcome: 'not what it says', claim: null, clear: false })
	},
	{
		name: 'used until it faded, then filled',
		of: every,
		events: (f) => [read(f, 0, f.lowV, { usedSince: 'until it faded' }), charged(f, 1, 0.94)],
		askedAt: 8,
		believed: (f) => ({
			mean: [f.pack.chemistry === 'liion' ? 0.85 : 0.92, 1.03],
			outcome: 'sound',
			contradicts: false
		})
	},
	{
		name: 'twice its capacity put in, and stopped by hand',
		of: soft,
		events: (f) => [charged(f, 0, 2 / (f.nickel ? 1.12 : 1.06), { endReason: 'stopped', expectedAh: 1.5 })],
		askedAt: 11,
		believed: () => ({ mean: [0.93, 1.03], outcome: 'not what it says', claim: null, clear: false })
	},
	{
		name: 'hot after use, then read without a temperature',
		of: every,
		events: (f) => [aUseEvent(atHour(0), 'hot'), read(f, 0.2, f.midV, { usedSince: 'used' })],
		askedAt: 0.3,
		believed: () => ({ clear: false, finds: ['pack-hot'] })
	},
	{
		name: 'hot after use, measured cool',
		of: every,
		events: (f) => [
			aUseEvent(atHour(0), 'hot'),
			read(f, 0.5, f.midV, { usedSince: 'used', temperatureDegC: 24 })
		],
		askedAt: 0.7,
		believed: () => ({ spares: ['pack-hot'] })
	},
	{
		name: 'hot after use, and left for two hours',
		of: every,
		events: (f) => [aUseEvent(atHour(0), 'hot'), read(f, 2, f.midV, { usedSince: 'used' })],
		askedAt: 2.1,
		believed: () => ({ spares: ['pack-hot'] })
	},
	{
		name: 'hot, and neither current nor use before it',
		of: every,
		events: (f) => [read(f, 0, f.midV), anObservation(atHour(5), 'hot')],
		askedAt: 5.2,
		believed: () => ({ clear: false, finds: ['heat-unexplained'] })
	},
	{
		name: 'seen swollen',
		of: every,
		events: (f) => [read(f, 0, f.midV), anObservation(atHour(1), 'swollen')],
		askedAt: 30,
		believed: () => ({ clear: false, finds: ['pack-not-in-service'], condition: 'swollen' })
	},
	{
		name: 'dented, and cleared with a reason',
		of: every,
		events: (f) => [
			read(f, 0, f.midV),
			{ ...anObservation(atHour(1), 'dented'), clearedAt: atHour(2), clearedBecause: 'the sleeve alone' }
		],
		askedAt: 3,
		believed: () => ({ spares: ['pack-not-in-service'], condition: 'in service' })
	},
	{
		name: 'cells read far apart, then only the whole pack',
		of: stores,
		events: (f) => [
			aReadingEvent(atHour(0), [f.midV + 0.04, f.midV, f.midV - 0.03]),
			aReadingEvent(atHour(30), null, { packVoltageV: 3 * f.midV })
		],
		askedAt: 31,
		believed: () => ({ clear: false, finds: ['spread-large'] })
	},
	{
		name: 'cells read far apart, then levelled by a balanced charge',
		of: stores,
		events: (f) => [
			aReadingEvent(atHour(0), [f.midV + 0.04, f.midV, f.midV - 0.03]),
			charged(f, 1, 0.4),
			aReadingEvent(atHour(30), null, { packVoltageV: 3 * f.fullV })
		],
		askedAt: 31,
		believed: () => ({ spares: ['spread-large'] })
	},
	{
		name: 'full, and left for two months',
		of: every,
		events: (f) => [charged(f, 0, 0.8)],
		askedAt: 60 * 24,
		believed: (f) => ({ mean: f.nickel ? [0.55, 0.85] : [0.8, 1.0], claim: f.nickel ? null : undefined })
	},
	{
		name: 'volts two minutes after a charge that was stopped',
		of: stores,
		events: (f) => [
			read(f, 0, f.lowV),
			charged(f, 1, 0.25, { endReason: 'stopped', endedAt: atHour(1.4), durationS: 1440 }),
			read(f, 1.43, f.storeV!)
		],
		askedAt: 1.45,
		believed: () => ({ spares: ['storage-reached'] })
	},
	{
		name: 'a cycle that ended full',
		of: (f) => f.lithium || f.nickel,
		events: (f) => [
			read(f, 0, f.midV),
			charged(f, 1, 0.9, {
				task: 'cycle',
				chargeAh: null,
				settings: { dischargeA: 0.52, dischargeEndV: f.emptyV, order: 'down first' }
			})
		],
		askedAt: 12,
		believed: (f) => ({ mean: [f.pack.chemistry === 'liion' ? 0.83 : 0.9, 1.03], outcome: 'sound' })
	},
	{
		name: 'a cycle that was stopped',
		of: (f) => f.lithium || f.nickel,
		events: (f) => [
			read(f, 0, f.midV),
			charged(f, 1, 0.9, {
				task: 'cycle',
				endReason: 'stopped',
				chargeAh: null,
				settings: { dischargeA: 0.52, dischargeEndV: f.emptyV, order: 'down first' }
			})
		],
		askedAt: 12,
		believed: () => ({ reaches: [0.2, 0.8], outcome: 'doubtful', claim: null })
	},
	{
		name: 'a recovery by its limit',
		of: lith,
		events: (f) => [
			read(f, 0, 2.45),
			aRunEvent({
				id: 'recovery',
				task: 'recover',
				startedAt: atHour(1),
				endedAt: atHour(1.5),
				endReason: 'capacity limit',
				durationS: 1800,
				chargeAh: 0.03 * CAPACITY,
				expectedAh: 0.03 * CAPACITY,
				settings: { currentA: 0.17, endVoltageV: 3.3, capacityLimitAh: 0.03 * CAPACITY, balance: false }
			})
		],
		askedAt: 3,
		believed: () => ({ mean: [-0.05, 0.12], claim: undefined })
	},
	{
		name: 'slowly charged by time, and its time is done',
		of: nick,
		events: (f) => [
			read(f, 0, f.lowV),
			aRunEvent({
				id: 'slow',
				task: 'charge',
				startedAt: atHour(1),
				endedAt: atHour(17),
				endReason: 'timer',
				durationS: 16 * 3600,
				chargeAh: 1.6 * CAPACITY,
				expectedAh: 1.6 * CAPACITY,
				settings: { currentA: 0.26, endVoltageV: f.endV, safetyTimerMin: 960, balance: false }
			})
		],
		askedAt: 18,
		believed: () => ({ mean: [0.93, 1.03], outcome: 'sound', claim: 'full' })
	},
	{
		name: 'high-voltage cells that ended where others do are not full',
		of: (f) => f.pack.chemistry === 'lihv',
		events: (f) => [read(f, 0, f.lowV), charged(f, 1, 0.66, { settings: { endVoltageV: 4.2 } })],
		askedAt: 6,
		believed: () => ({ mean: [0.7, 0.93], claim: null })
	},
	{
		name: 'a lead battery topped up from nearly full is no wreck',
		of: (f) => f.pack.chemistry === 'lead',
		events: (f) => [
			read(f, 0, 2.12),
			{ ...charged(f, 1, 0.05), expectedAh: 0.4 * CAPACITY, expectedLowAh: 0.02, expectedHighAh: 0.8 }
		],
		askedAt: 6,
		believed: () => ({ outcome: 'sound', mean: [0.9, 1.03] })
	}
];
