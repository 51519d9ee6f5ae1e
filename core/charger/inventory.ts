/**
 * What lies on the bench and limits a program: connectors, charge leads, adapters and balance
 * boards.
 */
import { CONNECTOR, CONNECTORS } from '../pack/connector';
import type { Pack } from '../pack/pack';
import { choice, figure, parts, reference, text, type ValuesOf } from '../quantity/field';

const id = text({ label: 'Id', least: 1, most: 40 });
const carries = figure({ label: 'Carries', unit: 'A', min: 0.1, max: 300 });

export const CHARGE_LEAD = {
	id,
	name: text({ label: 'Name', least: 1, most: 60, missing: 'A lead needs a name.' }),
	/** Connector at the pack's end. */
	connectorId: reference({ label: 'To the pack', most: 40 }),
	/** Wire gauge, and length one way. */
	awg: figure({ label: 'Gauge', unit: 'AWG', min: 6, max: 30, whole: true, offer: 14 }),
	lengthM: figure({ label: 'Length', unit: 'm', min: 0.02, max: 10, offer: 0.4 }),
	/** Continuous current. */
	currentA: carries
} as const;
export type ChargeLead = ValuesOf<typeof CHARGE_LEAD>;

export const ADAPTER = {
	id,
	/** Connector that the pack has, and the one the lead has. */
	fromId: reference({ label: 'From the pack’s', most: 40 }),
	toId: reference({ label: 'to the lead’s', most: 40 }),
	currentA: carries
} as const;
export type Adapter = ValuesOf<typeof ADAPTER>;

export const BALANCE_BOARD = {
	id,
	name: text({ label: 'Name', least: 1, most: 60, missing: 'A board needs a name.' }),
	/** Cells of the largest pack it takes. */
	cells: figure({ label: 'Up to', unit: 'S', min: 2, max: 14, whole: true, offer: 6 }),
	count: figure({ label: 'How many', unit: '', min: 1, max: 50, whole: true, offer: 1 })
} as const;
export type BalanceBoard = ValuesOf<typeof BALANCE_BOARD>;

/** A board that joins several packs on one channel. */
export const PARALLEL_BOARD = {
	id,
	name: text({ label: 'Name', least: 1, most: 60, missing: 'A board needs a name.' }),
	places: figure({ label: 'Packs it takes', unit: '', min: 2, max: 8, whole: true, offer: 6 }),
	/** Cells of the largest pack that its balance side takes. */
	cells: figure({ label: 'Up to', unit: 'S', min: 1, max: 14, whole: true, offer: 6 }),
	/** What its lead to the charger carries, for all packs together. */
	currentA: figure({ label: 'Carries in all', unit: 'A', min: 0.1, max: 300, offer: 30 }),
	fused: choice({ label: 'Fused', options: ['no', 'yes'], offer: 'no' })
} as const;
export type ParallelBoard = ValuesOf<typeof PARALLEL_BOARD>;

export const INVENTORY = {
	connectors: parts(CONNECTOR, { label: 'Connectors', least: 0, most: 60, start: CONNECTORS }),
	/** Empty: the person keeps no list, and no program is held up by it. */
	leads: parts(CHARGE_LEAD, { label: 'Charge leads', least: 0, most: 60, start: [] }),
	adapters: parts(ADAPTER, { label: 'Adapters', least: 0, most: 60, start: [] }),
	boards: parts(BALANCE_BOARD, { label: 'Balance boards', least: 0, most: 20, start: [] }),
	parallelBoards: parts(PARALLEL_BOARD, {
		label: 'Boards for parallel charging',
		least: 0,
		most: 20,
		start: []
	})
} as const;
export type Inventory = ValuesOf<typeof INVENTORY>;

/** Copper, Ω·m at 20 °C. */
const COPPER = 1.724e-8;

/**
 * Resistance of one metre of round copper wire of gauge `awg`, Ω/m (AWG definition; copper at 20
 * °C).
 */
export function wireOhmPerM(awg: number): number {
	const diameterM = 0.127e-3 * Math.pow(92, (36 - awg) / 39);
	return COPPER / ((Math.PI / 4) * diameterM * diameterM);
}

/** Resistance of a charge lead there and back, Ω. */
export const leadOhm = (lead: Pick<ChargeLead, 'awg' | 'lengthM'>): number =>
	2 * lead.lengthM * wireOhmPerM(lead.awg);

export interface LeadForPack {
	lead: ChargeLead;
	adapter: Adapter | null;
	/** The least of what lead and adapter carry, A. */
	currentA: number;
	name: string;
}

/**
 * The lead that carries most to this pack's connector, directly or through one adapter; null when
 * there is none.
 */
export function leadFor(inventory: Inventory, pack: Pick<Pack, 'connectorId'>): LeadForPack | null {
	const { connectorId } = pack;
	if (connectorId === null) return null;
	const direct = inventory.leads
		.filter((lead) => lead.connectorId === connectorId)
		.map((lead): LeadForPack => ({ lead, adapter: null, currentA: lead.currentA, name: lead.name }));
	const adapted = inventory.adapters
		.filter((a) => a.fromId === connectorId)
		.flatMap((adapter) =>
			inventory.leads
				.filter((lead) => lead.connectorId === adapter.toId)
				.map((lead): LeadForPack => ({
					lead,
					adapter,
					currentA: Math.min(lead.currentA, adapter.currentA),
					name: `${lead.name} with an adapter`
				}))
		);
	const most = (list: LeadForPack[]) => list.sort((a, b) => b.currentA - a.currentA)[0] ?? null;
	return most(direct) ?? most(adapted);
}

/** Balance boards that take a pack of `cells`. */
export const boardsFor = (inventory: Inventory, cells: number): number =>
	inventory.boards.filter((b) => b.cells >= cells).reduce((sum, b) => sum + b.count, 0);

/**
 * The board that joins so many packs of `cells` and carries most; null where the person's list
 * has none.
 */
export function boardFor(
	inventory: Pick<Inventory, 'parallelBoards'>,
	packs: number,
	cells: number
): ParallelBoard | null {
	const fit = inventory.parallelBoards.filter((b) => b.places >= packs && b.cells >= cells);
	return fit.sort((a, b) => b.currentA - a.currentA)[0] ?? null;
}
