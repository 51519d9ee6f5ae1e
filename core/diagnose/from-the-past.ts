/**
 * What the book says of a pack besides the run in question, as answers: its resistance and what
 * it holds over the months, its cells after the end, how it lay before. Nobody is asked again for
 * what was measured.
 */
import { mean, median } from 'd3-array';
import { FALLS_V, fallOf } from '../log/after';
import type { ReadingInput } from '../pack/reading';
import { cellVoltages } from '../pack/reading';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import { known } from './known-answer';
import type { Answered } from './infer';

/** A figure over the months: now, with the band that holds 90 of 100. */
export interface OverTime {
	/** When it was measured last. */
	at: string;
	value: number;
	low: number;
	high: number;
}

export interface Past {
	/** Share of its label that it holds; null where nothing says so. */
	holds: OverTime | null;
	/** Its resistance against what it began with, times; null where it was not measured over time. */
	resistance: OverTime | null;
	/** The last resistances of its cells, Ω, and when; null where none were measured. */
	cellsOhm: { at: string; ohms: readonly number[] } | null;
	/** How a charge ended, V per cell, and the readings since, in any order; null while it goes on. */
	/** `full`: the charger called it so. */
	after: {
		endedAt: string;
		full: boolean;
		endV: readonly number[] | null;
		readings: readonly ReadingInput[];
	} | null;
	/** The pack by its probe, °C. */
	packDegC: number | null;
}

/* All common practice, no source. */
const HOUR_MS = 3600e3;
const DAY_H = 24;
/**
 * Resistances older than this say nothing of today, d; what a pack holds is known for longer.
 * Nothing is cleared by what is older than these: a cell fails between two readings.
 */
const LATELY_D = 45;
const HOLDS_FOR_D = 180;
const CLEARS_D = { resistance: 7, holds: 30 } as const;
const MUCH_HIGHER = 2;
const HIGHER = 1.5;
const HOLDS = 0.8;
/** Readings count as half an hour, an hour and a day after the end between these, h. */
const AFTER_H = { rest: [0.4, 3], hour: [0.75, 6], day: [18, 72] } as const;
const ALL_FALL_V = 0.03;
/** What the end loses by itself at rest, V per cell. */
const SETTLES_V = { lithium: 0.06, flat: 0.3, lead: 0.22 } as const;
const LEAD_RESTS_FROM_V = 2.3;
const AS_BEFORE_V = 0.03;
/** What the back of a hand calls warm and hot, °C. */
const WARM_DEG_C = 33;
const HOT_DEG_C = 45;
const LAY_EMPTY_D = 2;
const LAY_FULL_D = 14;
/** Charge that volts must show for it. */
const LIES_EMPTY = 0.25;
const LIES_FULL = 0.4;

const mOhm = (ohm: number): string => (1000 * ohm).toFixed(1);
const percent = (share: number): string => `${Math.round(100 * share)} %`;
const hoursBetween = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / HOUR_MS;

function ofResistance({ now }: Resolved, { cellsOhm, resistance }: Past): Answered[] {
	if (cellsOhm && hoursBetween(cellsOhm.at, now) <= LATELY_D * DAY_H && cellsOhm.ohms.length > 1) {
		const [most, usual] = [Math.max(...cellsOhm.ohms), median(cellsOhm.ohms)!];
		if (most > MUCH_HIGHER * usual)
			return [
				known('resistance', 'one much higher', `${cellsOhm.ohms.map(mOhm).join(' ')} mΩ when last measured`)
			];
	}
	if (!resistance || hoursBetween(resistance.at, now) > LATELY_D * DAY_H) return [];
	const { value, low, high } = resistance;
	const detail = `resistance ${value.toFixed(1)} times what it began with`;
	if (value > HIGHER && low > 1) return [known('resistance', 'all higher', detail)];
	const clears = hoursBetween(resistance.at, now) <= CLEARS_D.resistance * DAY_H;
	return clears && high < HIGHER ? [known('resistance', 'as ever', detail)] : [];
}

function ofCapacity({ now }: Resolved, { holds }: Past): Answered[] {
	if (!holds || hoursBetween(holds.at, now) > HOLDS_FOR_D * DAY_H) return [];
	const detail = `holds ${percent(holds.value)} of its label, by its runs`;
	if (holds.high < HOLDS) return [known('capacity-check', 'much less', detail)];
	const clears = hoursBetween(holds.at, now) <= CLEARS_D.holds * DAY_H;
	return clears && holds.low >= HOLDS ? [known('capacity-check', 'holds what it should', detail)] : [];
}

/** The latest reading between so many hours after the end while the pack lay unused. */
function readAfter({ endedAt, readings }: NonNullable<Past['after']>, [from, to]: readonly [number, number]) {
	return readings
		.filter((x) => x.state === 'rest' && x.usedSince !== 'used' && x.usedSince !== 'until it faded')
		.map((reading) => ({ reading, hours: hoursBetween(endedAt, reading.takenAt) }))
		.filter(({ hours }) => hours >= from && hours <= to)
		.toSorted((a, b) => a.hours - b.hours)
		.at(-1);
}

/** Cells after the end, against what they ended with. */
function ofCellsAfter({ pack }: Resolved, after: NonNullable<Past['after']>): Answered[] {
	const { endV } = after;
	if (!endV || endV.length < 2) return [];
	return (['hour', 'day'] as const).flatMap((when) => {
		const found = readAfter(after, AFTER_H[when]);
		const cells = found?.reading.cellVoltagesV;
		if (!found || cells?.length !== endV.length || cells.length !== pack.cells) return [];
		const { cell, byV, usualV, hours } = fallOf(endV, after.endedAt, found.reading);
		const one = byV >= FALLS_V - 1e-9;
		const detail = one
			? `cell ${cell} fell ${Math.round(1000 * byV)} mV more than its fellows in ${Math.round(hours)} h`
			: `they fell ${Math.round(1000 * Math.max(0, usualV))} mV alike in ${Math.round(hours)} h`;
		const answer = one ? 'one lower' : usualV > ALL_FALL_V ? 'all lower' : 'level';
		return [known(when === 'hour' ? 'hour-later' : 'day-later', answer, detail)];
	});
}

/**
 * Volts at rest after a charge that ends on volts, against its end and against what it began
 * with.
 */
function ofRestAfter(r: Resolved, settings: ProgramSettings, after: NonNullable<Past['after']>): Answered[] {
	const { chemistry, pack, reading, taskData } = r;
	if (!after.full || taskData.moves !== 'in' || chemistry.endOfCharge.kind === 'dip') return [];
	const found = readAfter(after, AFTER_H.rest);
	if (!found) return [];
	const rest = mean(cellVoltages(found.reading, pack.cells))!;
	const lead = chemistry.family === 'lead';
	const end = lead ? Math.min(settings.endVoltageV, LEAD_RESTS_FROM_V) : settings.endVoltageV;
	const settles = lead
		? SETTLES_V.lead
		: chemistry.storage.kind === 'charge'
			? SETTLES_V.flat
			: SETTLES_V.lithium;
	const before = reading ? mean(cellVoltages(reading, pack.cells))! : null;
	const answer =
		end - rest < settles
			? 'stay near the end'
			: before !== null && rest - before < AS_BEFORE_V
				? 'low as before'
				: 'fall well below';
	return [known('rest-after', answer, `${rest.toFixed(2)} V a cell at rest, ended at ${end.toFixed(2)} V`)];
}

/**
 * How it lay before, by what moved its charge last; uses are not always written down, and its
 * volts must bear it out.
 */
function ofLying({ state, chargeState, now }: Resolved): Answered[] {
	const { movedAt, lastUse, judged, lastRun } = state;
	if (movedAt === null || !chargeState.fromReading) return [];
	const used = lastUse?.at === movedAt ? lastUse : null;
	const ended = used === null && judged?.outcome === 'sound' ? lastRun : null;
	const { soc } = chargeState;
	const days = hoursBetween(movedAt, now) / DAY_H;
	const empty = ended?.endReason === 'end voltage' || used?.felt === 'weak';
	const ago = days < 1 ? 'today' : `${Math.floor(days)} d before`;
	if (empty && soc < LIES_EMPTY && days >= LAY_EMPTY_D)
		return [known('emptied', 'empty for days', `emptied ${ago}`)];
	if (ended?.aim.fills && !empty && soc > LIES_FULL && days >= LAY_FULL_D)
		return [known('emptied', 'full or part charged for weeks', `filled ${ago}`)];
	return used && days < LAY_EMPTY_D ? [known('emptied', 'used lately', `used ${ago}`)] : [];
}

function ofProbe({ packDegC }: Past): Answered[] {
	if (packDegC === null) return [];
	const feels = packDegC < WARM_DEG_C ? 'cool' : packDegC < HOT_DEG_C ? 'warm' : 'hot';
	return [known('pack-warm', feels, `${packDegC.toFixed(0)} °C by its probe`)];
}

/** Everything that the past answers; `r` as it was when the run began. */
export function ofPast(r: Resolved, settings: ProgramSettings, past: Past): Answered[] {
	const { after } = past;
	return [
		...ofResistance(r, past),
		...ofCapacity(r, past),
		...ofLying(r),
		...ofProbe(past),
		...(after ? [...ofCellsAfter(r, after), ...ofRestAfter(r, settings, after)] : [])
	];
}
