/** What lies on the bench and limits a program: connectors, charge leads, adapters and balance boards. */
import { z } from 'zod';
import { Connector, CONNECTORS } from '../pack/connector';
import type { Pack } from '../pack/pack';

const Id = z.string().min(1).max(40);

export const ChargeLead = z.object({
	id: Id,
	name: z.string().trim().min(1, 'A lead needs a name.').max(60),
	/** Connector at the pack's end. */
	connectorId: Id,
	/** Wire gauge, AWG, and length one way, m. */
	awg: z.number().int().min(6, 'Wires here go from 6 to 30 AWG.').max(30, 'Wires here go from 6 to 30 AWG.'),
	lengthM: z.number().positive('Length must be above 0 m.').max(10),
	/** Continuous current, A. */
	currentA: z.number().positive('Current must be above 0 A.').max(300)
});
export type ChargeLead = z.infer<typeof ChargeLead>;

export const Adapter = z.object({
	id: Id,
	/** Connector that the pack has, and the one the lead has. */
	fromId: Id,
	toId: Id,
	currentA: z.number().positive('Current must be above 0 A.').max(300)
});
export type Adapter = z.infer<typeof Adapter>;

export const BalanceBoard = z.object({
	id: Id,
	name: z.string().trim().min(1, 'A board needs a name.').max(60),
	/** Cells of the largest pack it takes. */
	cells: z.number().int().min(2).max(14),
	count: z.number().int().min(1).max(50)
});
export type BalanceBoard = z.infer<typeof BalanceBoard>;

export const Inventory = z.object({
	connectors: z
		.array(Connector)
		.max(60)
		.default([...CONNECTORS]),
	/** Empty: the person keeps no list, and no program is held up by it. */
	leads: z.array(ChargeLead).max(60).default([]),
	adapters: z.array(Adapter).max(60).default([]),
	boards: z.array(BalanceBoard).max(20).default([])
});
export type Inventory = z.infer<typeof Inventory>;

/** Copper, Ω·m at 20 °C. */
const COPPER = 1.724e-8;

/** Resistance of one metre of round copper wire of gauge `awg`, Ω/m (AWG definition; copper at 20 °C). */
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

/** The lead that carries most to this pack's connector, directly or through one adapter; null when there is none. */
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
