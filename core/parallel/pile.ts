/**
 * A pile of packs that might charge together: what each is, what it reads, and why one cannot be
 * joined with any other.
 */
import { chemistryOf } from '../chemistry/catalogue';
import { socAt } from '../chemistry/curve';
import type { PackState } from '../pack-state/pack-state';
import { packStop } from '../pack-state/stop';
import type { Pack } from '../pack/pack';
import { ratedAh } from '../pack/rated';
import { packVoltage, type ReadingInput } from '../pack/reading';
import { text, volts } from '../quantity/format';
import type { ResolvedPractice } from '../practice/practice';
import { JOINED_C } from '../request/context';
import { countAsked, mayJoin } from '../simulate/joining/may-join';

/** What of a pack's state decides whether it may be joined. */
export type JoiningState = Pick<
	PackState,
	'condition' | 'warmth' | 'claim' | 'endInDanger' | 'judged' | 'restV' | 'contradictions' | 'how'
>;

export interface PileMember {
	pack: Pack;
	reading: ReadingInput | null;
	/** It is in a run now. */
	busy?: boolean;
	/** What is believed of it; where it is left out the reading stands alone. */
	state?: JoiningState;
}

/** What of a pack decides with which others it may be joined, as figures alone. */
export interface PileItem {
	id: string;
	/** Volts of each cell, bottom first. */
	cellV: readonly number[];
	/** Capacity that rates count from, Ah, and what is missing to full, Ah. */
	capacityAh: number;
	needAh: number;
	/** State of charge, the mean of its cells. */
	soc: number;
	/** Rate that it takes at most, 1/h: by its label, and no more than 1C of what is joined. */
	rateC: number;
	/** Series and slow resistance of the whole pack, Ω. */
	seriesOhm: number;
	relaxOhm: number;
	/** What must be alike in strict practice. */
	make: string;
}

export interface NotInPile {
	pack: Pack;
	/** Why it is joined with nothing now. */
	why: string;
	/** A fresh reading would let it in. */
	readAgain: boolean;
}

/** Readings that only time has spoilt: looking again renews them. */
const RENEWABLE = new Set(['join-reading-stale', 'join-not-read', 'join-cells-not-read']);

/** Packs of one pile belong to one chemistry and one cell count. */
export const kindOf = (pack: Pick<Pack, 'chemistry' | 'cells'>): string => `${pack.chemistry} ${pack.cells}`;

/**
 * So near its end of charge a pack has nothing to be charged for, V a cell (common practice, no
 * source).
 */
const NEARLY_V = 0.03;

const isFull = (pack: Pack, reading: ReadingInput): boolean =>
	packVoltage(reading) / pack.cells >=
	(pack.makerEndVoltageV ?? chemistryOf(pack.chemistry).voltages.chargeEndV) - NEARLY_V - 1e-9;

/**
 * Why a pack is joined with nothing by what is believed of it; null where nothing speaks against
 * it.
 */
function byState(
	{ pack, reading }: PileMember,
	state: JoiningState,
	now: string
): Omit<NotInPile, 'pack'> | null {
	const { warmth, claim, judged, restV, contradictions, how } = state;
	const name = pack.name;
	const stop = packStop(state);
	if (stop) return { why: `${name}: ${stop.why}`, readAgain: stop.kind === 'end' };
	const count = countAsked(pack, reading);
	if (count !== null) return { why: count, readAgain: true };
	if (claim === 'full' && how !== null) return { why: `${name} is full: ${how}.`, readAgain: false };
	if (judged?.outcome === 'not what it says' && restV === null)
		return { why: `${name}: ${judged.reason} Read every cell.`, readAgain: true };
	if (contradictions.length > 0)
		return { why: `${name}: what is known of it contradicts itself. Read every cell.`, readAgain: true };
	if (warmth.coolAt !== null) {
		const minutes = Math.max(1, Math.ceil((Date.parse(warmth.coolAt) - Date.parse(now)) / 60e3));
		return { why: `${name} cools for ${minutes} min more.`, readAgain: false };
	}
	return null;
}

/**
 * Sorts a pile of one kind into what may be joined with others at all, and what may not, each with
 * its reason.
 */
export function sift(
	pile: readonly PileMember[],
	practice: ResolvedPractice,
	now: string
): { fit: (PileMember & { reading: ReadingInput })[]; out: NotInPile[] } {
	const fit: (PileMember & { reading: ReadingInput })[] = [];
	const out: NotInPile[] = [];
	for (const member of pile) {
		const { pack, reading, busy } = member;
		if (busy) {
			out.push({ pack, why: `${pack.name} is in a run.`, readAgain: false });
			continue;
		}
		const leftOut = member.state && byState(member, member.state, now);
		if (leftOut) {
			out.push({ pack, ...leftOut });
			continue;
		}
		if (reading && isFull(pack, reading)) {
			const v = text(volts(packVoltage(reading) / pack.cells));
			out.push({ pack, why: `${pack.name} reads ${v} a cell: it is full.`, readAgain: false });
			continue;
		}
		// Held against itself alone: what is wrong then is wrong with whatever it is joined with.
		const stops = mayJoin([{ pack, reading }], practice, now).findings.filter((f) => f.severity === 'stop');
		if (stops.length === 0 && reading) fit.push({ ...member, reading });
		else
			out.push({
				pack,
				why: stops[0]?.sentence ?? `${pack.name} was never measured: read every cell first.`,
				readAgain: stops.length > 0 && stops.every((f) => RENEWABLE.has(f.rule))
			});
	}
	return { fit, out };
}

/** The figures of a pack that is fit to be joined. */
export function pileItem({ pack, reading }: PileMember & { reading: ReadingInput }): PileItem {
	const { curve, defaults } = chemistryOf(pack.chemistry);
	const cellV =
		reading.cellVoltagesV ??
		Array.from({ length: pack.cells }, () => (reading.packVoltageV ?? 0) / pack.cells);
	const capacityAh = ratedAh(pack);
	const soc = cellV.reduce((sum, v) => sum + socAt(curve, v), 0) / pack.cells;
	const measured = reading.cellResistancesOhm;
	return {
		id: pack.id,
		cellV,
		capacityAh,
		needAh: Math.max(0, 1 - soc) * capacityAh,
		soc,
		rateC: Math.min(JOINED_C, pack.labelChargeRateC ?? JOINED_C),
		seriesOhm:
			measured?.length === pack.cells
				? measured.reduce((a, b) => a + b, 0)
				: (pack.cells * defaults.seriesOhmAh) / pack.capacityAh,
		relaxOhm: (pack.cells * defaults.relaxOhmAh) / pack.capacityAh,
		make: `${pack.capacityAh} ${pack.labelChargeRateC}`
	};
}
