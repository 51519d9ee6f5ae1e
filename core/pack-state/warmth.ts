/**
 * How warm a pack is: as it was measured while that is fresh, and after heat that was said or must
 * be expected somewhere between that and the air. Hot binds until it was measured or has had the
 * time to cool. Common practice, no source.
 */
import type { Chemistry } from '../chemistry/chemistry';
import { degrees, text } from '../quantity/format';
import type { PackEvent, RunEvent } from './event';

/**
 * After this long a pack has taken on much of the air's temperature, or has been carried elsewhere,
 * ms.
 */
const FRESH_MS = 3600e3;
const MIN_MS = 60e3;
/** A pack that is called hot, °C at most, and halves its distance to the air in this time, min. */
const HOT = { mostDegC: 60, meanDegC: 52, halvesMin: 60, wait: 60 } as const;
/** A pack that is called warm, or was just used, likewise. */
const WARM = { mostDegC: 42, meanDegC: 35, halvesMin: 30, wait: 30 } as const;
const USED = { mostDegC: 40, meanDegC: 30, halvesMin: 30, wait: 30 } as const;
/** Nickel charged to its end, or past full. */
const NICKEL_FULL = { mostDegC: 50, meanDegC: 42, halvesMin: 30, wait: 30 } as const;
/** A pack that is called cold, °C at least. */
const COLD = { leastDegC: -5, halvesMin: 60 } as const;
/** Heat is explained by current or use that ended at most this long before, ms. */
const EXPLAINED_MS = 3600e3;
/** Measured at most this much above the air a pack is cool, K. */
const COOL_ABOVE_AIR_K = 5;

interface Heat {
	at: number;
	mostDegC: number;
	meanDegC: number;
	halvesMin: number;
	wait: number;
	/** "it was hot when it was used". */
	words: string;
}

export interface Warmth {
	/** To compute with, °C. */
	packDegC: number;
	/** What it may be at least and at most, °C: what counts for the limits. */
	coldestDegC: number;
	warmestDegC: number;
	/** How the warmest and the coldest are known, one clause each. */
	howWarmest: string;
	howColdest: string;
	/** Measuring it would settle the matter. */
	supposed: boolean;
	/**
	 * Until when it cools after heat that was said or must be expected, ISO 8601; null where it is
	 * cool, or only a thermometer can tell.
	 */
	coolAt: string | null;
	/** Hot although neither current nor use explains it: the id of the observation; null otherwise. */
	unexplained: string | null;
}

/** After this long no pack is warmer than its air, ms (common practice, no source). */
const COOLED_MS = 48 * 3600e3;

const decay = (fromDegC: number, airDegC: number, minutes: number, halvesMin: number): number =>
	airDegC + (fromDegC - airDegC) * 2 ** (-Math.max(0, minutes) / halvesMin);

/** Whether nickel took so much that what could not be stored has become heat. */
function endedHot(run: RunEvent, chemistry: Chemistry, capacityAh: number): boolean {
	if (chemistry.endOfCharge.kind !== 'dip' || run.aim.moves === 'out') return false;
	const overfilled = run.chargeAh !== null && run.chargeAh > 1.05 * capacityAh;
	return overfilled || run.endReason === 'full' || run.endReason === 'temperature rise';
}

function heatOf(event: PackEvent, chemistry: Chemistry, capacityAh: number): Heat | null {
	const at = Date.parse(event.at);
	switch (event.kind) {
		case 'use':
			return event.felt === 'hot'
				? { at, ...HOT, words: 'it was hot when it was used' }
				: { at, ...USED, words: 'it was used' };
		case 'observation':
			if (event.clearedAt !== null) return null;
			if (event.what === 'hot') return { at, ...HOT, words: 'it was called hot' };
			return event.what === 'warm' ? { at, ...WARM, words: 'it was called warm' } : null;
		case 'run': {
			const measured = event.endTemperatureDegC ?? event.peakTemperatureDegC;
			if (measured !== null)
				return {
					at,
					mostDegC: measured,
					meanDegC: measured,
					halvesMin: 30,
					wait: 0,
					words: `its run ended at up to ${text(degrees(measured))}`
				};
			if (event.endReason === 'temperature') return { at, ...HOT, words: 'its run was ended by heat' };
			return endedHot(event, chemistry, capacityAh)
				? { at, ...NICKEL_FULL, words: 'a nickel pack ends its charge warm' }
				: null;
		}
		case 'reading':
			return null;
	}
}

const minutesAgo = (ms: number): string =>
	ms < MIN_MS
		? 'just now'
		: ms < 90 * MIN_MS
			? `${Math.max(0, Math.round(ms / MIN_MS))} min ago`
			: `${Math.round(ms / 3600e3)} h ago`;

/**
 * The observation of heat that nothing explains and nothing since has settled; null where there is
 * none.
 */
function unexplainedHeat(events: readonly PackEvent[], airDegC: number): string | null {
	for (const event of events.toReversed()) {
		if (event.kind === 'reading' && event.reading.temperatureDegC !== null) {
			// Measured while it was being watched: cool is cool.
			if (event.reading.temperatureDegC <= Math.max(30, airDegC + COOL_ABOVE_AIR_K)) return null;
		}
		if (event.kind !== 'observation' || event.what !== 'hot' || event.clearedAt !== null) continue;
		const at = Date.parse(event.at);
		const explained = events.some(
			(e) =>
				(e.kind === 'use' || e.kind === 'run') &&
				Date.parse(e.at) >= at - EXPLAINED_MS &&
				(e.kind === 'run' ? Date.parse(e.startedAt) : Date.parse(e.at)) <= at
		);
		if (!explained) return event.id;
	}
	return null;
}

/** The warmth of a pack at `now` (ISO 8601) in air of `airDegC`, by its events in their order. */
export function warmthOf(
	events: readonly PackEvent[],
	chemistry: Chemistry,
	capacityAh: number,
	airDegC: number,
	now: string
): Warmth {
	const nowMs = Date.parse(now);
	const measuredIndex = events.findLastIndex(
		(e) => e.kind === 'reading' && e.reading.temperatureDegC !== null
	);
	const measuredEvent = events[measuredIndex];
	const measured =
		measuredEvent?.kind === 'reading'
			? { degC: measuredEvent.reading.temperatureDegC!, age: nowMs - Date.parse(measuredEvent.at) }
			: null;
	// What is older has taken the temperature of the air.
	let recent = events.length;
	while (recent > 0 && nowMs - Date.parse(events[recent - 1].at) <= COOLED_MS) recent--;
	const since = events.slice(Math.max(measuredIndex + 1, recent));
	const heats = since.flatMap((e) => heatOf(e, chemistry, capacityAh) ?? []);
	const cold = since.findLast((e) => e.kind === 'observation' && e.what === 'cold' && e.clearedAt === null);
	const fresh = measured !== null && Math.abs(measured.age) <= FRESH_MS;
	const at = (degC: number): string => text(degrees(degC));
	const airWords =
		measured === null
			? `the air is at ${at(airDegC)}, and nobody measured the pack`
			: `the air is at ${at(airDegC)}, and the pack was measured ${Math.max(1, Math.round(measured.age / 3600e3))} h ago`;
	const readWords = fresh
		? `the pack is at ${at(measured.degC)}`
		: measured &&
			`the pack was at ${at(measured.degC)} when it was measured, ${Math.max(1, Math.round(measured.age / 3600e3))} h ago`;

	let packDegC = fresh ? measured.degC : airDegC;
	let warmestDegC = fresh ? measured.degC : Math.max(measured?.degC ?? airDegC, airDegC);
	let coldestDegC = fresh ? measured.degC : Math.min(measured?.degC ?? airDegC, airDegC);
	let howWarmest = readWords && warmestDegC === measured!.degC ? readWords : airWords;
	let howColdest = readWords && coldestDegC === measured!.degC ? readWords : airWords;
	let supposed = !fresh && (measured === null || coldestDegC < warmestDegC);
	let coolMs = -Infinity;
	let onlyMeasured = false;
	for (const heat of heats) {
		const minutes = (nowMs - heat.at) / MIN_MS;
		const most = decay(heat.mostDegC, airDegC, minutes, heat.halvesMin);
		const mean = decay(heat.meanDegC, airDegC, minutes, heat.halvesMin);
		if (most > warmestDegC) {
			warmestDegC = most;
			howWarmest = `${heat.words} ${minutesAgo(nowMs - heat.at)}, so it may still be at ${at(most)}`;
			supposed = true;
		}
		packDegC = Math.max(packDegC, mean);
		const limit = chemistry.temperatures.startMaxDegC;
		if (heat.mostDegC > limit && airDegC >= limit) onlyMeasured = true;
		const cools =
			heat.mostDegC <= limit || airDegC >= limit
				? 0
				: heat.halvesMin * Math.log2((heat.mostDegC - airDegC) / (limit - airDegC));
		coolMs = Math.max(coolMs, heat.at + MIN_MS * Math.max(heat.wait, cools));
	}
	if (cold) {
		const minutes = (nowMs - Date.parse(cold.at)) / MIN_MS;
		const least = decay(COLD.leastDegC, airDegC, minutes, COLD.halvesMin);
		if (least < coldestDegC) {
			coldestDegC = least;
			howColdest = `it was called cold ${minutesAgo(nowMs - Date.parse(cold.at))}, so it may still be at ${at(least)}`;
			packDegC = Math.min(packDegC, (least + airDegC) / 2);
			supposed = true;
		}
	}
	return {
		packDegC,
		coldestDegC,
		warmestDegC,
		howWarmest,
		howColdest,
		supposed,
		coolAt: coolMs > nowMs && !onlyMeasured ? new Date(coolMs).toISOString() : null,
		unexplained: unexplainedHeat(events, airDegC)
	};
}
