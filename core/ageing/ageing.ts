/**
 * A pack over time: what it still holds, how its resistance grows, what its cells lose, and what
 * follows from it.
 */
import { chemistryOf } from '../chemistry/catalogue';
import type { Pack } from '../pack/pack';
import type { Reading } from '../pack/reading';
import { milliampHours, text } from '../quantity/format';
import { leaksOf, type Leaks, type Quiet } from './leaks';
import {
	capacityPoint,
	CURVE_BIAS,
	looksPoint,
	resistancePoint,
	spreadPoint,
	type AgedPoint,
	type RunSeen
} from './points';
import { Trend, type At, type TrendPrior } from './trend';

/* All common practice, no source: what packs of hobbyists do in a year, and how unlike they are. */
const CAPACITY_PRIOR: Omit<TrendPrior, 'value'> = {
	error: 0.08,
	ratePerYear: -0.05,
	rateError: 0.06,
	bias: CURVE_BIAS,
	levelWander: 0.01,
	rateWander: 0.08
};
const RESISTANCE_PRIOR: Omit<TrendPrior, 'value'> = {
	error: 0.5,
	ratePerYear: 0.1,
	rateError: 0.15,
	bias: 0,
	levelWander: 0.03,
	rateWander: 0.15
};
/** Cells drift and are levelled again: a figure that wanders more than it goes anywhere. */
const SPREAD_PRIOR: Omit<TrendPrior, 'value'> = {
	error: 1,
	ratePerYear: 0.1,
	rateError: 0.5,
	bias: 0,
	levelWander: 0.5,
	rateWander: 0.3
};
/**
 * Cells this far apart at rest, about 50 mV in the middle, are to be levelled and looked at
 * again, a share of the charge (common practice, no source).
 */
const APART = 0.1;
/** Fewer readings than this are no course of the spread. */
const LEAST_SPREADS = 3;
/**
 * Resistance that has grown so many times is worn out for what it was bought for (common
 * practice, no source).
 */
const GROWN_TIMES = 2;
/** So sure one has to be before a pack is told to go. */
const SURE = 0.92;
/**
 * A cell that falls behind its fellows by this a day has a soft short; by less it is looked at
 * again, mV a day (common practice, no source).
 */
const SHORT_MV = 10;
const LOOK_MV = 3;
/** A figure as exact as this may contradict, mV a day. */
const LEAK_ERROR = 3;
/** What is known this closely and differs by more is worth keeping with the pack, a share. */
const KEEP_ERROR = 0.1;
const KEEP_APART = 0.04;
/** More than the label says by this share is not believed. */
const MORE_THAN_LABEL = 1.15;
/** What is this near is said in months. */
const SOON_MS = 270 * 86400e3;
/** Points of the line that is drawn, and how far it is drawn on, ms. */
const DRAWN = 48;
const DRAWN_ON_MS = 365 * 86400e3;

export interface Course {
	points: AgedPoint[];
	/** From the first point to a year ahead. */
	line: At[];
	now: At;
	/** Change in a year now, a share, with one standard deviation. */
	perYear: number;
	perYearError: number;
	/** What it should not pass, and when it will have; see {@link Trend.passes}. */
	limit: number;
	passes: ReturnType<Trend['passes']>;
	/** Probability that it has passed already. */
	passed: number;
}

export interface AgeingSays {
	/**
	 * `go`: it is to be retired. `soon`: it will be. `look`: look again. `keep`: a figure worth
	 * keeping.
	 */
	kind: 'go' | 'soon' | 'look' | 'keep';
	id: string;
	sentence: string;
	/** For `keep`: capacity to keep with the pack, Ah. */
	capacityAh?: number;
}

export interface Ageing {
	capacity: Course | null;
	resistance: Course | null;
	/** How far its cells are apart at rest, a share of the charge. */
	spread: Course | null;
	leaks: Leaks | null;
	says: AgeingSays[];
}

const MONTHS = [
	...['January', 'February', 'March', 'April', 'May', 'June', 'July'],
	...['August', 'September', 'October', 'November', 'December']
];
/** "March 2027". */
const monthOf = (at: string): string => `${MONTHS[Number(at.slice(5, 7)) - 1]} ${at.slice(0, 4)}`;
const percent = (share: number): string => `${Math.round(100 * share)} %`;

function course(
	points: AgedPoint[],
	prior: TrendPrior,
	from: string,
	now: string,
	limitOf: (trend: Trend) => number,
	way: 'down' | 'up'
): Course | null {
	if (points.length === 0) return null;
	const trend = new Trend(points, prior, from);
	const limit = limitOf(trend);
	const first = Math.min(...points.map((p) => Date.parse(p.at)));
	const last = Date.parse(now) + DRAWN_ON_MS;
	const rate = trend.rateAt(now);
	const below = trend.below(limit, now);
	return {
		points,
		line: Array.from({ length: DRAWN + 1 }, (_, k) =>
			trend.at(new Date(first + ((last - first) * k) / DRAWN).toISOString())
		),
		now: trend.at(now),
		perYear: rate.perYear,
		perYearError: rate.error,
		limit,
		passes: trend.passes(limit, way, now),
		passed: way === 'down' ? below : 1 - below
	};
}

const between = ({ low, high }: At): string => `${text(milliampHours(low))} to ${text(milliampHours(high))}`;

/**
 * "about March 2027, between January and September 2027"; what is further off than anybody sees
 * is left open.
 */
function whenPassed({ early, likely, late }: Course['passes']): string {
	const about = `about ${monthOf(likely!)}`;
	if (!early || monthOf(early) === monthOf(likely!))
		return late ? `${about}, by ${monthOf(late)} almost surely` : about;
	return late
		? `${about}, between ${monthOf(early)} and ${monthOf(late)}`
		: `${about}, in ${monthOf(early)} at the earliest`;
}

function ofCapacity(pack: Pack, c: Course, now: string): AgeingSays[] {
	const out: AgeingSays[] = [];
	const share = c.now.value / pack.capacityAh;
	const held = `It holds ${text(milliampHours(c.now.value))} (${between(c.now)}), ${percent(share)} of its label`;
	const { wornShare } = chemistryOf(pack.chemistry).traits;
	if (c.passed >= SURE)
		out.push({
			kind: 'go',
			id: 'worn',
			sentence: `${held}: under ${percent(wornShare)} it is worn out. Retire it, or keep it for what asks little at half its rate.`
		});
	else if (c.passes.likely && Date.parse(c.passes.likely) - Date.parse(now) < SOON_MS)
		out.push({
			kind: 'soon',
			id: 'wears-out',
			sentence: `${held}. Under ${percent(wornShare)}, where it goes, ${whenPassed(c.passes)}.`
		});
	const error = (c.now.high - c.now.low) / 2 / c.now.value;
	if (c.now.low > MORE_THAN_LABEL * pack.capacityAh)
		out.push({
			kind: 'look',
			id: 'more-than-label',
			sentence: `By its runs it holds ${text(milliampHours(c.now.value))}, more than its label says: read its label again, and its volts before it is charged.`
		});
	else {
		const known = pack.measuredCapacityAh ?? pack.capacityAh;
		const value = Math.min(c.now.value, pack.capacityAh);
		if (
			error <= KEEP_ERROR &&
			Math.abs(value / known - 1) > KEEP_APART &&
			(known < c.now.low || known > c.now.high)
		)
			out.push({
				kind: 'keep',
				id: 'capacity-known',
				sentence: `By ${c.points.length} ${c.points.length === 1 ? 'run' : 'runs'} it holds ${between(c.now)}; its programs count with ${text(milliampHours(known))}.`,
				capacityAh: Math.round(1000 * value) / 1000
			});
	}
	return out;
}

function ofResistance(c: Course, now: string): AgeingSays[] {
	const times = c.now.value / (c.limit / GROWN_TIMES);
	const has = `Its resistance is ${times.toFixed(1)} times what it was`;
	if (c.passed >= SURE)
		return [
			{
				kind: 'soon',
				id: 'resistance-grown',
				sentence: `${has}: it warms, sags and ends its charges early. Lower its rates, or retire it.`
			}
		];
	if (c.passes.likely && Date.parse(c.passes.likely) - Date.parse(now) < SOON_MS)
		return [
			{ kind: 'look', id: 'resistance-grows', sentence: `${has}; twice that ${whenPassed(c.passes)}.` }
		];
	return [];
}

function ofSpread({ now, passed }: Course): AgeingSays[] {
	if (passed < SURE) return [];
	return [
		{
			kind: 'look',
			id: 'cells-apart',
			sentence: `At rest its cells are ${percent(now.value)} of a charge apart (${percent(now.low)} to ${percent(now.high)}): balance it, and read each cell a day later. One that falls behind again is losing charge.`
		}
	];
}

function ofLeaks({ worst }: Leaks): AgeingSays[] {
	if (!worst || worst.error > LEAK_ERROR) return [];
	const falls = `Cell ${worst.cell} falls ${worst.mvPerDay.toFixed(1)} mV a day behind its fellows (± ${(1.645 * worst.error).toFixed(1)})`;
	if (worst.mvPerDay - worst.error >= SHORT_MV)
		return [
			{
				kind: 'go',
				id: 'soft-short',
				sentence: `${falls}: it has a soft short. Do not leave it charged; retire it.`
			}
		];
	if (worst.mvPerDay - 2 * worst.error >= LOOK_MV)
		return [
			{
				kind: 'look',
				id: 'cell-falls',
				sentence: `${falls}: read it again after a day at rest, before it is charged.`
			}
		];
	return [];
}

const outOfService = ({ condition }: Pack): AgeingSays => ({
	kind: 'go',
	id: 'out-of-service',
	sentence: `It is marked ${condition}: it is not used, and what its figures say of its age no longer matters.`
});

/**
 * `runs` and `readings` of this pack, `quiet` pairs of readings with nothing between them; `now`:
 * ISO 8601. `pointOf` answers as {@link capacityPoint} does: a caller may keep its answers.
 */
export function ageingOf(
	pack: Pack,
	runs: readonly RunSeen[],
	readings: readonly Reading[],
	quiet: readonly Quiet[],
	now: string,
	pointOf = capacityPoint
): Ageing {
	const capacities = runs.flatMap((run) => pointOf(pack, run) ?? looksPoint(run) ?? []);
	const ohms = readings.flatMap((r) => resistancePoint(pack, r) ?? []);
	const { wornShare } = chemistryOf(pack.chemistry).traits;
	const begun = (points: readonly AgedPoint[]): string => {
		const first = points.reduce((at, p) => (p.at < at ? p.at : at), now);
		return pack.firstUsedOn && pack.firstUsedOn < first ? `${pack.firstUsedOn}T00:00:00.000Z` : first;
	};
	const capacity = course(
		capacities,
		{ value: pack.capacityAh, ...CAPACITY_PRIOR },
		begun(capacities),
		now,
		() => wornShare * pack.capacityAh,
		'down'
	);
	const firstOhm = [...ohms].sort((a, b) => a.at.localeCompare(b.at))[0];
	const resistance = course(
		ohms,
		{ value: firstOhm?.value ?? 1, ...RESISTANCE_PRIOR },
		firstOhm?.at ?? now,
		now,
		(trend) => GROWN_TIMES * trend.at(firstOhm.at).value,
		'up'
	);
	const spreads = readings.flatMap((r) => spreadPoint(pack, r) ?? []);
	const spread =
		spreads.length < LEAST_SPREADS
			? null
			: course(spreads, { value: 0.02, ...SPREAD_PRIOR }, begun(spreads), now, () => APART, 'up');
	const leaks = leaksOf(pack, quiet);
	const grave = { go: 0, soon: 1, look: 2, keep: 3 };
	// What is out of service is not advised to be used more lightly.
	if (pack.condition !== 'in service')
		return { capacity, resistance, spread, leaks, says: [outOfService(pack)] };
	const says = [
		...(capacity ? ofCapacity(pack, capacity, now) : []),
		...(resistance ? ofResistance(resistance, now) : []),
		...(spread ? ofSpread(spread) : []),
		...(leaks ? ofLeaks(leaks) : [])
	].sort((a, b) => grave[a.kind] - grave[b.kind]);
	return { capacity, resistance, spread, leaks, says };
}
