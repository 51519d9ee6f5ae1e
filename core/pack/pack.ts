/** A pack: what its label says, what is known about it, and whether it is fit for use. */
import { z } from 'zod';
import { ChemistryId, chemistryOf } from '../chemistry/catalogue';
import { PracticeLayer } from '../practice/practice';

/** `in service` packs may be programmed; every other state stops a program before it starts. */
export const PackCondition = z.enum(['in service', 'quarantine', 'swollen', 'damaged', 'retired']);
export type PackCondition = z.infer<typeof PackCondition>;

export const PackFields = z.object({
	name: z.string().trim().min(1, 'A pack needs a name.').max(80, 'A name has at most 80 characters.'),
	/** What the pack is used in. */
	usedIn: z.string().trim().max(120).default(''),
	chemistry: ChemistryId,
	/** Cell positions in series (the S of 4S2P). */
	cells: z.number().int('Cells must be a whole number.').min(1, 'A pack has at least 1 cell.').max(24),
	/** Cells in parallel at each position (the P). */
	parallel: z.number().int('Parallel cells must be a whole number.').min(1).max(20).default(1),
	/** Capacity printed on the label, for the whole pack, Ah. */
	capacityAh: z
		.number()
		.min(0.01, 'Capacity must be at least 10 mAh.')
		.max(500, 'Capacity must be at most 500 000 mAh.'),
	/** Maximum charge rate on the label, per hour of capacity; null when the label does not say. */
	labelChargeRateC: z.number().min(0.05).max(20).nullable().default(null),
	/** Volts printed on the label; null when not read. */
	labelVoltageV: z.number().min(0.5).max(80).nullable().default(null),
	connectorId: z.string().max(40).nullable().default(null),
	/** The pack has a balance lead with S+1 wires. */
	balanceLead: z.boolean().default(true),
	/** Measured capacity, Ah; null until a capacity check has been made. */
	measuredCapacityAh: z.number().min(0.001).max(500).nullable().default(null),
	condition: PackCondition.default('in service'),
	/** End of charge that the pack's maker states, V per cell; null to follow the chemistry. */
	makerEndVoltageV: z.number().min(1).max(4.4).nullable().default(null),
	/** What the pack carries besides cells. */
	electronics: z.enum(['none', 'own balancer', 'discharges itself']).default('none'),
	/** The pack it flies or sails with as a pair. */
	pairId: z.string().max(64).nullable().default(null),
	/** Schools that this pack follows, where they differ from the person's. */
	practice: PracticeLayer.default({}),
	/** Day of first use, ISO date. */
	firstUsedOn: z.iso.date().nullable().default(null),
	notes: z.string().max(4000).default('')
});

/** Fields of a pack with the checks that need more than one field. */
export const PackInput = PackFields.superRefine((pack, ctx) => {
	const chemistry = chemistryOf(pack.chemistry);
	if (pack.cells > chemistry.cells.max)
		ctx.addIssue({
			code: 'custom',
			path: ['cells'],
			message: `${chemistry.name} packs here go from ${chemistry.cells.min}S to ${chemistry.cells.max}S; ${pack.cells}S is outside that.`
		});
});
export type PackInput = z.infer<typeof PackInput>;

export const Pack = PackFields.extend({ id: z.string().min(1).max(64) });
export type Pack = z.infer<typeof Pack>;

/** How a pack's cells are written: `4S` or `4S2P`. */
export const cellsLabel = (pack: Pick<Pack, 'cells' | 'parallel'>): string =>
	pack.parallel > 1 ? `${pack.cells}S${pack.parallel}P` : `${pack.cells}S`;
