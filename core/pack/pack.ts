/** A pack: what its label says, what is known about it, and whether it is fit for use. */
import { CHEMISTRY_CHOICE } from '../chemistry/catalogue';
import { PRACTICE } from '../practice/practice';
import { choice, day, figure, flag, layer, reference, text, type ValuesOf } from '../quantity/field';

export const PACK = {
	name: text({ label: 'Name', least: 1, most: 80, missing: 'A pack needs a name.' }),
	/** What the pack is used in. */
	usedIn: text({ label: 'Used in', least: 0, most: 120, start: '' }),
	chemistry: choice({ ...CHEMISTRY_CHOICE, offer: 'lipo' }),
	/** Cell positions in series (the S of 4S2P). */
	cells: figure({ label: 'Cells in series', unit: 'S', min: 1, max: 24, whole: true }),
	/** Cells in parallel at each position (the P). */
	parallel: figure({ label: 'In parallel', unit: 'P', min: 1, max: 20, whole: true, start: 1 }),
	/** Capacity printed on the label, for the whole pack. */
	capacityAh: figure({ label: 'Capacity', unit: 'mAh', per: 1000, min: 0.01, max: 500 }),
	/** Maximum charge rate on the label, per hour of capacity; null when the label does not say. */
	labelChargeRateC: figure({
		label: 'Charge rate on the label',
		unit: 'C',
		min: 0.05,
		max: 20,
		optional: true,
		start: null,
		help: 'leave empty when the label does not say'
	}),
	/** Volts printed on the label; null when not read. */
	labelVoltageV: figure({
		label: 'Printed volts',
		unit: 'V',
		min: 0.5,
		max: 80,
		optional: true,
		start: null,
		help: 'they are evidence for the chemistry'
	}),
	connectorId: reference({ label: 'Main connector', most: 40, optional: true, start: null }),
	/** The pack has a balance lead with S+1 wires. */
	balanceLead: flag({ label: 'It has a balance lead', start: true }),
	/** Of two equal main leads one charges; the other is as live and must be covered. */
	mainLeads: choice({
		label: 'Main leads',
		options: ['one', 'two equal'],
		words: { 'two equal': 'two equal ones' },
		start: 'one'
	}),
	/** Null until a capacity check has been made. */
	measuredCapacityAh: figure({
		label: 'Measured capacity',
		unit: 'mAh',
		per: 1000,
		min: 0.001,
		max: 500,
		optional: true,
		start: null,
		help: 'from a capacity check, if one was made'
	}),
	/** `in service` packs may be programmed; every other state stops a program before it starts. */
	condition: choice({
		label: 'Condition',
		options: ['in service', 'quarantine', 'swollen', 'damaged', 'retired'],
		start: 'in service',
		help: 'Swollen, dented or cut: it is not charged again.'
	}),
	/** End of charge that the pack's maker states, per cell; null to follow the chemistry. */
	makerEndVoltageV: figure({
		label: 'End of charge by its maker',
		unit: 'V/cell',
		min: 1,
		max: 4.4,
		optional: true,
		start: null
	}),
	/**
	 * Where the speed controller of its model cuts off, on the average of the cells: it looks at the
	 * sum alone.
	 */
	modelCutoffV: figure({
		label: 'Its model cuts off at',
		unit: 'V/cell',
		min: 0.5,
		max: 4.2,
		optional: true,
		start: null,
		help: 'as its speed controller is set; by the sum divided by the cells'
	}),
	/** Where it lies between uses, and how warm it is there at its warmest. */
	keptAt: text({ label: 'Kept at', least: 0, most: 120, start: '' }),
	keptIn: choice({
		label: 'Kept in',
		options: ['not said', 'fire-resistant box', 'bag', 'open shelf', 'its model', 'a vehicle'],
		words: {
			'fire-resistant box': 'a fire-resistant box',
			bag: 'a fire-resistant bag',
			'open shelf': 'the open'
		},
		start: 'not said'
	}),
	keptDegC: figure({
		label: 'Warmest there',
		unit: '°C',
		min: -30,
		max: 70,
		optional: true,
		start: null,
		help: 'at or below 25 °C is usual'
	}),
	/** What the pack carries besides cells. */
	electronics: choice({
		label: 'Electronics in it',
		options: ['none', 'own balancer', 'discharges itself'],
		words: { 'own balancer': 'its own balancer', 'discharges itself': 'discharges itself after some days' },
		start: 'none'
	}),
	/** The pack it flies or sails with as a pair. */
	pairId: reference({ label: 'Works as a pair with', most: 64, optional: true, start: null }),
	/** Schools that this pack follows, where they differ from the person's. */
	practice: layer(PRACTICE, { label: 'Practice this pack follows, other than yours' }),
	/** Day of first use. */
	firstUsedOn: day({ label: 'First used' }),
	notes: text({ label: 'Notes', least: 0, most: 4000, lines: true, start: '' })
} as const;

export type PackInput = ValuesOf<typeof PACK>;
export type Pack = PackInput & { id: string };
export type PackCondition = Pack['condition'];

/** How a pack's cells are written: `4S` or `4S2P`. */
export const cellsLabel = (pack: Pick<Pack, 'cells' | 'parallel'>): string =>
	pack.parallel > 1 ? `${pack.cells}S${pack.parallel}P` : `${pack.cells}S`;
