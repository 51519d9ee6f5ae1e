/**
 * A load: what is charged on one channel. It is one pack, or several of one chemistry and cell
 * count joined in parallel; those are charged as the one pack that they make together, and the
 * log keeps an entry of each.
 */
import type { Pack } from './pack';
import { cellVoltages, packVoltage, type ReadingInput } from './reading';

export interface Member {
	pack: Pack;
	reading: ReadingInput | null;
}
export type Load = readonly [Member, ...Member[]];

/** Most packs that may be joined with a first one: boards have up to eight places. */
export const MOST_JOINED = 7;

const least = (values: readonly (number | null)[]): number | null => {
	const known = values.filter((v) => v !== null);
	return known.length ? Math.min(...known) : null;
};
const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

/** The share of what is moved that falls to each member, by capacity; they add up to 1. */
export function sharesOf(load: readonly Pick<Member, 'pack'>[]): number[] {
	const whole = sum(load.map((m) => m.pack.capacityAh));
	return load.map((m) => m.pack.capacityAh / whole);
}

/**
 * The greatest rate by label, per hour of the whole: the current falls to the members by
 * capacity, and no member may take more than its own label says. Null when a member's label says
 * nothing: then what holds for packs without one holds for all.
 */
function labelRateC(packs: readonly Pack[]): number | null {
	return packs.some((p) => p.labelChargeRateC === null) ? null : least(packs.map((p) => p.labelChargeRateC));
}

/**
 * The pack that these packs are while they are joined. Chemistry and cells are those of the
 * first: joining asks that they agree.
 */
function joinedPack(packs: readonly [Pack, ...Pack[]]): Pack {
	const [first] = packs;
	const measured = packs.map((p) => p.measuredCapacityAh);
	return {
		...first,
		name: packs.map((p) => p.name).join(' + '),
		parallel: sum(packs.map((p) => p.parallel)),
		capacityAh: sum(packs.map((p) => p.capacityAh)),
		// One member that was never measured may hold anything: then the sum is not known either.
		measuredCapacityAh: measured.includes(null) ? null : sum(measured.map((v) => v ?? 0)),
		labelChargeRateC: labelRateC(packs),
		labelVoltageV: first.labelVoltageV,
		// The board has its own lead; each pack's plug carries its share alone.
		connectorId: null,
		balanceLead: packs.every((p) => p.balanceLead),
		makerEndVoltageV: least(packs.map((p) => p.makerEndVoltageV)),
		condition: packs.find((p) => p.condition !== 'in service')?.condition ?? 'in service',
		electronics: packs.find((p) => p.electronics !== 'none')?.electronics ?? 'none',
		firstUsedOn: packs.map((p) => p.firstUsedOn).sort()[0] ?? null
	};
}

/** How far from ordinary a temperature is, K: the member that is furthest decides. */
const fromRoom = (degC: number): number => Math.abs(degC - 20);

/**
 * What the joined pack reads: the members' cells by their shares, the oldest of their moments,
 * the worst of their states.
 */
function joinedReading(load: Load): ReadingInput | null {
	const readings = load.map((m) => m.reading).filter((r) => r !== null);
	if (readings.length < load.length) return null;
	const shares = sharesOf(load);
	const { cells } = load[0].pack;
	const byCell = readings.every((r) => r.cellVoltagesV?.length === cells);
	const resistances = readings.map((r) => r.cellResistancesOhm);
	const positions = Array.from({ length: cells }, (_, i) => i);
	const warmth = readings.map((r) => r.temperatureDegC).filter((t) => t !== null);
	const [first] = readings;
	return {
		takenAt: readings.map((r) => r.takenAt).sort((a, b) => Date.parse(a) - Date.parse(b))[0],
		cellVoltagesV: byCell
			? positions.map((i) => sum(readings.map((r, k) => shares[k] * cellVoltages(r, cells)[i])))
			: null,
		packVoltageV: byCell ? null : sum(readings.map((r, k) => shares[k] * packVoltage(r))),
		state: (['loaded', 'just used'] as const).find((s) => readings.some((r) => r.state === s)) ?? 'rest',
		usedSince: readings.every((r) => r.usedSince === first.usedSince) ? first.usedSince : 'not said',
		lowFor: readings.every((r) => r.lowFor === first.lowFor) ? first.lowFor : 'not said',
		temperatureDegC: warmth.sort((a, b) => fromRoom(b) - fromRoom(a))[0] ?? null,
		cellResistancesOhm: resistances.every((r) => r?.length === cells)
			? positions.map((i) => 1 / sum(resistances.map((r) => 1 / r![i])))
			: null,
		// A charger's page shows one pack, never several joined.
		chargerCellsV: null,
		chargerChannelId: null
	};
}

/**
 * A load as the one pack that it is for the charger, with what it reads; a pack alone is itself.
 */
export function asOnePack(load: Load): Member {
	if (load.length === 1) return load[0];
	const packs = load.map((m) => m.pack) as [Pack, ...Pack[]];
	return { pack: joinedPack(packs), reading: joinedReading(load) };
}

/** Why these cannot be one load, whatever they read; null when they can. */
export function noLoad(packs: readonly [Pack, ...Pack[]]): string | null {
	const [first, ...others] = packs;
	if (others.length > MOST_JOINED) return `At most ${MOST_JOINED + 1} packs are charged together.`;
	if (new Set(packs.map((p) => p.id)).size < packs.length) return 'The same pack is named twice.';
	const other = others.find((p) => p.chemistry !== first.chemistry || p.cells !== first.cells);
	return other ? `${other.name} is of another chemistry or cell count than ${first.name}.` : null;
}
