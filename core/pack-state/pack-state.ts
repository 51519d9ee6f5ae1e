/**
 * What is believed of a pack now, by one pass over its events in their order: charge, cells,
 * warmth, condition, what it claims to be and what contradicts what. Whatever asks what is known of
 * a pack asks here.
 */
import { chemistryOf } from '../chemistry/catalogue';
import type { Chemistry } from '../chemistry/chemistry';
import type { Pack } from '../pack/pack';
import { presentCapacityAh } from '../pack/rated';
import { cellVoltages } from '../pack/reading';
import { coolBy } from '../pack/use';
import { levels, offsetsMoved, offsetsRested, unknownOffsets, type CellOffsets } from './cell-offsets';
import { afterRest, afterUse, countedAh, hoursBetween } from './charge-moved';
import { claimOf, type ChargeClaim } from './claim';
import { conditionOf, type ConditionState } from './condition';
import { type EndJudged } from './end-judgement';
import { inOrder, type PackEvent, type ReadingEvent, type RunEvent, type UseEvent } from './event';
import { isSettled, weakEvidence } from './evidence';
import {
	forgotten,
	marginal,
	predicted,
	probabilityWrong,
	unknownBelief,
	mostProbable,
	type Belief
} from './hypotheses';
import { meanOf, quantileOf, sigmaOf, type SocDistribution } from './soc-grid';
import { countsOf, onReading, onRun, piece, take, type Pass, type PieceKind } from './take-event';
import { warmthOf, type Warmth } from './warmth';

/** The charge of a pack, state of charge as shares. */
export interface ChargeEstimate {
	/** Mean and one standard deviation by the most probable reading of the evidence. */
	mean: number;
	sigma: number;
	/** The 5th and 95th percentile. */
	low: number;
	high: number;
	/**
	 * What decisions go by: the 1st and 99th percentile, and where pieces of evidence contradict one
	 * another whatever either of them says.
	 */
	least: number;
	most: number;
}

/** A piece of evidence that the rest does not bear out. */
export interface StateContradiction {
	/** The event whose word does not fit. */
	event: string;
	piece: PieceKind;
	/** Probability that it is wrong. */
	probability: number;
	/** Charge by that piece alone, a share; null where it says none. */
	says: number | null;
	/** Charge by everything else, a share. */
	others: number;
}

/** One event and what it did to the estimate: why the pack is believed to stand where it stands. */
export interface StateStep {
	event: PackEvent;
	/** Charge after it, shares. */
	mean: number;
	low: number;
	high: number;
	/** How its end was judged; null for events that are no ended run. */
	judged: EndJudged | null;
}

export interface PackState {
	/** ISO 8601. */
	at: string;
	/** Null where nothing on record says anything of the charge. */
	charge: ChargeEstimate | null;
	/**
	 * The charge by everything but the volts of a reading since the last move; null where nothing else
	 * tells it.
	 */
	beforeReading: { mean: number; sigma: number } | null;
	/** Charge of each cell, bottom first; all alike where no cell was ever read. */
	socs: readonly number[];
	cells: CellOffsets;
	warmth: Warmth;
	condition: ConditionState;
	/** Present capacity, Ah. */
	capacityAh: number;
	claim: ChargeClaim;
	/**
	 * Volts of the cells at rest since the last move of the charge, V; null where they were not read
	 * so.
	 */
	restV: readonly number[] | null;
	/**
	 * What besides volts tells the charge: "filled 3 d ago and not used since"; null where volts are
	 * all there is.
	 */
	how: string | null;
	/** What leaves the charge open although something is on record; the gravest first. */
	contradictions: readonly StateContradiction[];
	/** Every event looked at, oldest first. */
	steps: readonly StateStep[];
	lastReading: ReadingEvent | null;
	/** The last run that ended, and the last use. */
	lastRun: RunEvent | null;
	lastUse: UseEvent | null;
	/** What moved its charge last, ISO 8601; null where nothing on record did. */
	movedAt: string | null;
	/** The last reading is from before what moved the charge last: its volts say nothing of now. */
	readBefore: boolean;
	/**
	 * The last run ended with a cell where it may burn, and its cells were not read at rest since;
	 * null otherwise.
	 */
	endInDanger: EndJudged | null;
	/**
	 * How far apart cells were read last, V, unless a balanced charge has levelled them since; null
	 * where cells were never read.
	 */
	apart: { spreadV: number; lowest: number; at: string } | null;
	/** How the last run's end was judged; null where none ended. */
	judged: EndJudged | null;
	onCharger: boolean;
}

const MOST_EVENTS = 24;
/**
 * Moves of the charge looked back over, and readings between two of them: older ones are overtaken.
 */
const MOST_MOVES = 5;
const MOST_READINGS = 4;

/** Clocks of two machines may differ by this, ms. */
const AHEAD_MS = 3600e3;
/** Moments this close are one: a run's end and the reading it leaves, ms. */
const SAME_MOMENT_MS = 1000;

/* Common practice, no source: judgement, calibrated on `npm run evaluate -- pack-state`. */
/** A piece that is more probably wrong than right contradicts. */
const CONTRADICTS = 0.5;
const ageInWords = (hours: number): string =>
	hours >= 24 ? `${Math.floor(hours / 24)} d ago` : `${Math.max(0, Math.floor(hours))} h ago`;

/** What besides volts tells the charge: the last end or answer that still speaks for itself. */
function howKnown(steps: readonly StateStep[], belief: Belief, now: string): string | null {
	for (const { event, judged } of steps.toReversed()) {
		if (event.kind === 'reading') {
			if (event.reading.usedSince === 'until it faded') return 'used until it faded';
			if (event.reading.usedSince === 'used') return null;
			continue;
		}
		if (event.kind === 'use') return event.felt === 'weak' ? 'used until it felt weak' : null;
		if (event.kind !== 'run') continue;
		if (judged === null) return null;
		const wrong = probabilityWrong(belief, piece('end', event.id)) > CONTRADICTS;
		const ago = `${ageInWords(hoursBetween(event.at, now))} and not used since`;
		const { aim, endReason } = event;
		const full = endReason === 'full' || endReason === 'temperature rise';
		if (!wrong && judged.outcome === 'sound') {
			if (full && aim.fills && event.settings.order !== 'up first') return `filled ${ago}`;
			if (endReason === 'end voltage' && (aim.moves === 'out' || aim.moves === 'both'))
				return `emptied ${ago}`;
		}
		const ah = countedAh(event);
		if (ah === null) return null;
		const mah = Math.round(1000 * ah);
		return `${mah} mAh ${aim.moves === 'out' ? 'taken out' : aim.moves === 'in' ? 'put in' : 'moved'} ${ago}`;
	}
	return null;
}

function estimateOf(
	believed: SocDistribution,
	soc: SocDistribution,
	contradictions: readonly StateContradiction[]
): ChargeEstimate {
	const said = contradictions.flatMap((c) => [c.says, c.others]).filter((s) => s !== null);
	return {
		mean: meanOf(believed),
		sigma: sigmaOf(believed),
		low: quantileOf(soc, 0.05),
		high: quantileOf(soc, 0.95),
		least: Math.min(quantileOf(soc, 0.01), ...said),
		most: Math.max(quantileOf(soc, 0.99), ...said)
	};
}

/**
 * Volts of the cells in the newest reading at rest since the last move of the charge, V; null where
 * there is none.
 */
function restVoltsSince(
	steps: readonly StateStep[],
	chemistry: Chemistry,
	cells: number
): readonly number[] | null {
	const moved = steps.findLastIndex((s) => s.event.kind === 'run' || s.event.kind === 'use');
	const move = steps[moved]?.event;
	for (const { event } of steps.slice(moved + 1).toReversed()) {
		if (event.kind !== 'reading') continue;
		const direction =
			move?.kind === 'use' || (move?.kind === 'run' && move.aim.moves === 'out') ? 'out' : 'in';
		const last = move ? ({ direction, hours: hoursBetween(move.at, event.at) } as const) : null;
		if (isSettled(chemistry, event.reading, last)) return cellVoltages(event.reading, cells);
	}
	return null;
}

/** Whether every cell was read at rest after `run`. */
const readEachSince = (
	events: readonly PackEvent[],
	chemistry: Chemistry,
	cells: number,
	run: RunEvent
): boolean =>
	events.some(
		(e) =>
			e.kind === 'reading' &&
			Date.parse(e.at) > Date.parse(run.at) + SAME_MOMENT_MS &&
			(cells === 1 || e.reading.cellVoltagesV?.length === cells) &&
			isSettled(chemistry, e.reading, { direction: 'in', hours: hoursBetween(run.at, e.at) })
	);

/** How far apart cells were read last, and not levelled since. */
function apartIn(steps: readonly StateStep[], cells: number): PackState['apart'] {
	for (const { event, judged } of steps.toReversed()) {
		if (event.kind === 'run' && judged && levels(event, judged.outcome === 'sound')) return null;
		if (event.kind !== 'reading' || event.reading.state !== 'rest') continue;
		const each = event.reading.cellVoltagesV;
		if (!each || each.length !== cells || cells < 2) continue;
		const low = Math.min(...each);
		return { spreadV: Math.max(...each) - low, lowest: each.indexOf(low) + 1, at: event.at };
	}
	return null;
}

/**
 * The events that the charge is estimated from: the last moves, and the newest readings between
 * two of them.
 */
function newest(all: readonly PackEvent[]): PackEvent[] {
	const kept: PackEvent[] = [];
	let moves = 0;
	let readings = 0;
	for (const event of all.toReversed()) {
		if (moves >= MOST_MOVES || kept.length >= MOST_EVENTS) break;
		if (event.kind === 'run' || event.kind === 'use') {
			moves++;
			readings = 0;
		} else if (event.kind === 'reading' && ++readings > MOST_READINGS) continue;
		kept.push(event);
	}
	return kept.toReversed();
}

/**
 * What all events together say of a pack, as of the last of them: kept where the same pack is asked
 * for often.
 */
export interface EventPass {
	pack: Pack;
	/** In their order. */
	events: readonly PackEvent[];
	pass: Pass;
	steps: readonly StateStep[];
}

/**
 * One pass over `events`, in any order. Those after `now` (ISO 8601) are passed over. Costs a few
 * tenths of a millisecond an event and looks at the newest two dozen.
 */
export function passOver(pack: Pack, events: readonly PackEvent[], now: string): EventPass {
	const chemistry = chemistryOf(pack.chemistry);
	// Of the day, so that a pass that is kept for it is what would be made anew.
	const capacityAh = presentCapacityAh(pack, now.slice(0, 10));
	const all = inOrder(events, Date.parse(now) + AHEAD_MS);
	const recent = newest(all);
	const counts = countsOf(recent, chemistry);
	const pass: Pass = {
		belief: unknownBelief(),
		offsets: unknownOffsets(chemistry, pack.cells),
		at: null,
		current: null,
		known: false,
		says: new Map(),
		besides: null,
		pieces: new Map()
	};
	const steps: StateStep[] = [];
	/** Pieces from before the last two moves of the charge: whatever they said has been overtaken. */
	let overtaken = new Set<string>();
	const forget = (): void => {
		for (const id of overtaken) pass.pieces.delete(id);
		pass.belief = forgotten(pass.belief, new Set(pass.pieces.keys()));
		overtaken = new Set(pass.pieces.keys());
	};
	for (const event of recent) {
		rest(pass, chemistry, pack, event.kind === 'run' ? event.startedAt : event.at);
		let judged: EndJudged | null = null;
		if (event.kind === 'run' || event.kind === 'use') {
			forget();
			pass.besides = null;
		}
		switch (event.kind) {
			case 'reading':
				onReading(pass, event, chemistry, pack, counts.get(event.id)!);
				break;
			case 'use':
				pass.belief = predicted(pass.belief, afterUse);
				pass.offsets = offsetsMoved(pass.offsets, chemistry, 1);
				if (event.felt === 'weak') take(pass, 'answer', event.id, weakEvidence(piece('answer', event.id)));
				pass.current = { direction: 'out', at: event.at };
				break;
			case 'run':
				judged = onRun(pass, event, chemistry, pack, capacityAh);
				break;
			case 'observation':
				break;
		}
		pass.at = event.at;
		const soc = marginal(pass.belief);
		steps.push({ event, mean: meanOf(soc), low: quantileOf(soc, 0.05), high: quantileOf(soc, 0.95), judged });
	}
	return { pack, events: all, pass, steps };
}

/** Lying still until `to`. */
function rest(pass: Pass, chemistry: Chemistry, pack: Pack, to: string): void {
	if (pass.at === null) return;
	const hours = hoursBetween(pass.at, to);
	if (hours === 0) return;
	if (pass.known) pass.belief = predicted(pass.belief, (soc) => afterRest(soc, chemistry, pack, hours));
	pass.offsets = offsetsRested(pass.offsets, chemistry, hours);
}

/** The newest event of a kind, and of those the one that `is`. */
function newestOf<K extends PackEvent['kind']>(
	events: readonly PackEvent[],
	kind: K,
	is: (event: Extract<PackEvent, { kind: K }>) => boolean = () => true
): Extract<PackEvent, { kind: K }> | null {
	const of = (e: PackEvent): e is Extract<PackEvent, { kind: K }> => e.kind === kind;
	return events.findLast((e): e is Extract<PackEvent, { kind: K }> => of(e) && is(e)) ?? null;
}

/**
 * What the pieces of evidence say that are more probably wrong than right; a reading that was
 * followed by another has been asked again.
 */
const contradictionsIn = (
	pass: Pass,
	mean: number,
	newestReading: string | null,
	since: ReadonlySet<string>
): StateContradiction[] =>
	[...pass.pieces]
		.map(([id, kind]): StateContradiction => ({
			event: id.slice(id.indexOf(':') + 1),
			piece: kind,
			probability: probabilityWrong(pass.belief, id),
			says: pass.says.get(id) ?? null,
			others: mean
		}))
		.filter((c) => c.probability > CONTRADICTS && (c.piece !== 'volts' || c.event === newestReading))
		// What was said before the last move has been overtaken.
		.filter((c) => since.has(c.event))
		.sort((a, b) => b.probability - a.probability);

/** The warmth, and until when a pack cools that was just used and not measured since. */
function coolingOf(warmth: Warmth, use: UseEvent | null, reading: ReadingEvent | null, now: string): Warmth {
	const measuredSince = use && reading && reading.reading.temperatureDegC !== null && reading.at >= use.at;
	const useCool = use && !measuredSince ? coolBy(use) : null;
	const coolAt = [warmth.coolAt, useCool !== null && useCool > now ? useCool : null]
		.filter((t) => t !== null)
		.sort()
		.at(-1);
	return { ...warmth, coolAt: coolAt ?? null };
}

/**
 * The state of a pack at `now` (ISO 8601) by what its events say; `airDegC` is the air around it.
 */
export function stateAt(passed: EventPass, now: string, airDegC: number): PackState {
	const { pack, events, steps } = passed;
	const chemistry = chemistryOf(pack.chemistry);
	const capacityAh = presentCapacityAh(pack, now);
	const pass = { ...passed.pass };
	rest(pass, chemistry, pack, now);
	const soc = marginal(pass.belief);
	const believed = mostProbable(pass.belief).soc;
	const mean = meanOf(believed);
	const lastReading = newestOf(events, 'reading');
	const lastMove = steps.findLastIndex((s) => s.event.kind === 'run' || s.event.kind === 'use');
	const since = new Set(steps.slice(Math.max(0, lastMove)).map((s) => s.event.id));
	const contradictions = contradictionsIn(pass, mean, lastReading?.id ?? null, since);
	const lastUse = newestOf(events, 'use');
	const lastRun = newestOf(events, 'run', (run) => !run.open);
	const moves = [lastRun?.at, lastUse?.at].filter((at) => at !== undefined).map((at) => Date.parse(at));
	const movedMs = moves.length ? Math.max(...moves) : null;
	const judged = steps.findLast((s) => s.event === lastRun)?.judged ?? null;
	const restV = restVoltsSince(steps, chemistry, pack.cells);
	return {
		at: now,
		charge: pass.known ? estimateOf(believed, soc, contradictions) : null,
		// Nothing was read since the last move: all that is known is known besides.
		beforeReading:
			pass.besides ?? (pass.known && movedMs !== null ? { mean, sigma: sigmaOf(believed) } : null),
		socs: pass.offsets.offset.map((d) => mean + d),
		cells: pass.offsets,
		warmth: coolingOf(warmthOf(events, chemistry, capacityAh, airDegC, now), lastUse, lastReading, now),
		condition: conditionOf(pack, events),
		capacityAh,
		claim: claimOf(chemistry, soc, {
			known: pass.known,
			contradicted: contradictions.length > 0,
			// An end that does not fit its record claims nothing, until volts at rest bear it out.
			endDoubted: judged?.outcome === 'not what it says' && restV === null,
			restV
		}),
		restV,
		how: howKnown(steps, pass.belief, now),
		contradictions,
		steps,
		lastReading,
		lastRun,
		lastUse,
		movedAt: movedMs === null ? null : new Date(movedMs).toISOString(),
		readBefore:
			lastReading !== null && movedMs !== null && Date.parse(lastReading.at) < movedMs - SAME_MOMENT_MS,
		judged,
		endInDanger: judged?.danger && !readEachSince(events, chemistry, pack.cells, lastRun!) ? judged : null,
		apart: apartIn(steps, pack.cells),
		onCharger: newestOf(events, 'run', (run) => run.open) !== null
	};
}

/**
 * The state of `pack` at `now` (ISO 8601) by `events`, in any order; events after `now` are passed
 * over. `airDegC` is the air around it. Pure and deterministic.
 */
export const packState = (
	pack: Pack,
	events: readonly PackEvent[],
	now: string,
	airDegC: number
): PackState => stateAt(passOver(pack, events, now), now, airDegC);
