/** What one reading or run changes in the belief of a pack's charge and cells. */
import type { Chemistry } from '../chemistry/chemistry';
import type { Pack } from '../pack/pack';
import { cellVoltages, type ReadingInput } from '../pack/reading';
import { levels, offsetsLevelled, offsetsMoved, offsetsRead, type CellOffsets } from './cell-offsets';
import { afterUse, countedAh, countedMove, hoursBetween, uncountedMove } from './charge-moved';
import { judgeRunEnd, type EndJudged } from './end-judgement';
import type { PackEvent, ReadingEvent, RunEvent } from './event';
import { endEvidence, fadedEvidence, isSettled, voltsEvidence, type LastCurrent } from './evidence';
import {
	forgotten,
	mostProbable,
	perhaps,
	predicted,
	updated,
	type Belief,
	type Evidence,
	type Possibility
} from './hypotheses';
import { filledUp, meanOf, normalised, sigmaOf, total, type SocDistribution } from './soc-grid';

/** The ways in which an event says something of the charge. */
export type PieceKind = 'volts' | 'end' | 'count' | 'answer' | 'use';

/* Common practice, no source: judgement, calibrated on `npm run evaluate -- pack-state`. */
/**
 * Somebody used it and did not say so: where nothing was asked, growing with the days; and where
 * they denied it.
 */
const UNNOTED_USE = { soon: 0.02, most: 0.3, days: 2, thoughDenied: 0.03 };
/** Somebody charged it and did not say so. */
const UNNOTED_CHARGE = 0.02;
/** So soon after a run or a reading nothing happens in between, h. */
const SAME_SITTING_H = 0.75;
/**
 * A counted charge is written down wrong this often; what it says then, against a plausible one.
 */
const COUNT_WRONG = 0.02;
const COUNT_OTHERWISE = 0.15;
/** A reading that is not at rest adds this much to one that is, of the same time of lying still. */
const UNSETTLED_SHARE = 0.25;
/**
 * A reading that was followed by another of the same time of lying still is right so often: it may
 * have been read again for a reason.
 */
const READ_AGAIN = 0.9;

/** What is believed while the events are gone through. */
export interface Pass {
	belief: Belief;
	offsets: CellOffsets;
	at: string | null;
	/** The last current, and when it ended. */
	current: { direction: LastCurrent['direction']; at: string } | null;
	/** Whether anything said something of the charge yet. */
	known: boolean;
	/** Charge by each piece alone. */
	says: Map<string, number>;
	/** By everything but volts since the last move. */
	besides: { mean: number; sigma: number } | null;
	pieces: Map<string, PieceKind>;
}

/** The id of what one event says in one way. */
export const piece = (kind: PieceKind, event: string): string => `${kind}:${event}`;

const meanByItself = (likelihood: SocDistribution): number => meanOf(normalised(likelihood));

/** Takes a piece of evidence into the belief. */
export function take(pass: Pass, kind: PieceKind, event: string, evidence: Evidence): void {
	pass.belief = updated(pass.belief, evidence);
	pass.pieces.set(evidence.id, kind);
	pass.says.set(evidence.id, meanByItself(evidence.likelihood));
	pass.known = true;
}

const lastCurrentAt = (pass: Pass, at: string): LastCurrent | null =>
	pass.current && { direction: pass.current.direction, hours: hoursBetween(pass.current.at, at) };

/** How likely it is that somebody used it in `hours` and did not say so. */
const unnotedUse = (hours: number): number =>
	UNNOTED_USE.soon + UNNOTED_USE.most * (1 - Math.exp(-hours / 24 / UNNOTED_USE.days));

/** What may have gone on unseen between the last event and a reading. */
function between(pass: Pass, reading: ReadingInput, id: string, hours: number): void {
	if (!pass.known || hours < SAME_SITTING_H) return;
	const before = meanOf(mostProbable(pass.belief).soc);
	const said = reading.usedSince;
	const unsaid = unnotedUse(hours);
	const charged: Possibility = { probability: UNNOTED_CHARGE, change: filledUp, piece: piece('use', id) };
	const used: Possibility[] =
		said === 'not used'
			? [{ probability: UNNOTED_USE.thoughDenied, change: afterUse, piece: piece('answer', id) }]
			: said === 'not said'
				? [{ probability: unsaid, change: afterUse, piece: null }]
				: [];
	pass.belief = perhaps(pass.belief, [...used, charged]);
	for (const kind of ['answer', 'use'] as const) {
		pass.pieces.set(piece(kind, id), kind);
		pass.says.set(piece(kind, id), before);
	}
}

/** Takes a reading: what may have gone on before it, what was answered, what its volts say. */
export function onReading(
	pass: Pass,
	event: ReadingEvent,
	chemistry: Chemistry,
	pack: Pack,
	{ exponent, readAgain }: Counts
): void {
	const { reading, id, at } = event;
	const hours = pass.at === null ? Infinity : hoursBetween(pass.at, at);
	if (pass.at !== null) between(pass, reading, id, hours);
	// What was said stands for a use only where none is on record since the last current.
	if (reading.usedSince === 'used' && pass.known && hours >= SAME_SITTING_H)
		pass.belief = predicted(pass.belief, afterUse);
	if (reading.usedSince === 'until it faded') {
		pass.belief = predicted(pass.belief, afterUse);
		take(pass, 'answer', id, fadedEvidence(piece('answer', id)));
	}
	if (pass.known) {
		const { soc } = mostProbable(pass.belief);
		pass.besides = { mean: meanOf(soc), sigma: sigmaOf(soc) };
	}
	const last = lastCurrentAt(pass, at);
	const cells = reading.cellVoltagesV?.length === pack.cells ? reading.cellVoltagesV : null;
	if (reading.cellVoltagesV && !cells) return;
	if (cells && pack.cells > 1) {
		const unrestedV = isSettled(chemistry, reading, last) ? 0 : reading.state === 'loaded' ? 0.03 : 0.006;
		pass.offsets = offsetsRead(pass.offsets, chemistry, cells, unrestedV, at);
	}
	const each = cellVoltages(reading, pack.cells);
	const meanV = each.reduce((a, b) => a + b, 0) / each.length;
	take(pass, 'volts', id, {
		...voltsEvidence(piece('volts', id), chemistry, meanV, reading, pass.offsets.offset, last),
		exponent,
		...(readAgain ? { right: READ_AGAIN } : {})
	});
}

/** Takes a run: what it moved, and how its end is judged; null where it is still open. */
export function onRun(
	pass: Pass,
	run: RunEvent,
	chemistry: Chemistry,
	pack: Pack,
	capacityAh: number
): EndJudged | null {
	if (pass.at !== null && pass.known) {
		const hours = hoursBetween(pass.at, run.startedAt);
		if (hours >= SAME_SITTING_H)
			pass.belief = perhaps(pass.belief, [{ probability: unnotedUse(hours), change: afterUse, piece: null }]);
	}
	const counted = countedMove(chemistry, pack, run, capacityAh);
	const unknown = uncountedMove(chemistry, run);
	if (run.open || counted === null) pass.belief = predicted(pass.belief, unknown);
	else {
		const id = piece('count', run.id);
		const fits = counted.plausible;
		const right = pass.belief.map((h) => {
			const soc = h.soc.map((w, i) => w * fits[i]);
			const sum = total(soc);
			return { ...h, weight: h.weight * (1 - COUNT_WRONG) * sum, soc: counted.change(normalised(soc)) };
		});
		const wrong = pass.belief.map((h) => ({
			weight: h.weight * COUNT_WRONG * COUNT_OTHERWISE,
			soc: unknown(h.soc),
			wrong: [...h.wrong, id]
		}));
		const all = [...right, ...wrong].filter((h) => h.weight > 0);
		const sum = all.reduce((s, h) => s + h.weight, 0);
		pass.belief = forgotten(
			all.map((h) => ({ ...h, weight: h.weight / sum })),
			new Set([...pass.pieces.keys(), id])
		);
		pass.pieces.set(id, 'count');
	}
	const share = (countedAh(run) ?? capacityAh) / capacityAh;
	pass.offsets = offsetsMoved(pass.offsets, chemistry, share);
	pass.current = {
		direction: run.aim.moves === 'in' || run.aim.moves === 'out' ? run.aim.moves : 'unknown',
		at: run.at
	};
	if (run.open) return null;
	const judged = judgeRunEnd({ ...run, pack });
	const evidence = endEvidence(piece('end', run.id), chemistry, run, judged.outcome, capacityAh);
	if (evidence) take(pass, 'end', run.id, evidence);
	else if (counted) pass.known = true;
	if (levels(run, judged.outcome === 'sound')) pass.offsets = offsetsLevelled(pass.offsets, run.at);
	return judged;
}

/**
 * How much a reading counts among those of its time of lying still, and whether another followed
 * it.
 */
interface Counts {
	exponent: number;
	readAgain: boolean;
}

/**
 * How much each reading counts among those of the same time of lying still, which share the error
 * of curve and rest.
 */
export function countsOf(events: readonly PackEvent[], chemistry: Chemistry): Map<string, Counts> {
	const counts = new Map<string, Counts>();
	let spell: { id: string; settled: boolean }[] = [];
	let current: Pass['current'] = null;
	const close = (): void => {
		const settled = spell.filter((s) => s.settled).length;
		spell.forEach((s, k) => {
			const share = settled === 0 ? 1 / spell.length : UNSETTLED_SHARE / spell.length;
			counts.set(s.id, {
				exponent: s.settled ? 1 / settled : share,
				readAgain: k < spell.length - 1
			});
		});
		spell = [];
	};
	for (const event of events) {
		if (event.kind === 'run' || event.kind === 'use') {
			close();
			current = {
				direction: event.kind === 'use' ? 'out' : event.aim.moves === 'in' ? 'in' : 'out',
				at: event.at
			};
			continue;
		}
		if (event.kind !== 'reading') continue;
		const said = event.reading.usedSince;
		if (said === 'used' || said === 'until it faded') close();
		const last = current && { direction: current.direction, hours: hoursBetween(current.at, event.at) };
		spell.push({ id: event.id, settled: isSettled(chemistry, event.reading, last) });
	}
	close();
	return counts;
}
