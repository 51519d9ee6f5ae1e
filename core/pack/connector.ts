/**
 * Main-lead connectors and what they carry. A person edits the list; these are the ones it starts
 * with. Continuous current: common practice, no source.
 */
import { figure, text, type ValuesOf } from '../quantity/field';

export const CONNECTOR = {
	id: text({ label: 'Id', least: 1, most: 40 }),
	name: text({ label: 'Name', least: 1, most: 60, missing: 'A connector needs a name.' }),
	/** Continuous current. */
	currentA: figure({ label: 'Carries', unit: 'A', min: 0.1, max: 500 })
} as const;
export type Connector = ValuesOf<typeof CONNECTOR>;

export const CONNECTORS: readonly Connector[] = [
	{ id: 'signal-2', name: 'small 2-pin signal plug', currentA: 3 },
	{ id: 'blade-nylon', name: 'flat-blade nylon plug', currentA: 6 },
	{ id: 'block-small', name: 'small block plug', currentA: 15 },
	{ id: 'bullet-3.5', name: '3.5 mm bullet', currentA: 30 },
	{ id: 'bullet-4', name: '4 mm bullet', currentA: 40 },
	{ id: 'block-medium', name: 'medium block plug', currentA: 40 },
	{ id: 'block-large', name: 'large block plug', currentA: 60 }
];

/** The connector with this id in `list`, or null when the pack's plug is unknown. */
export const connectorOf = (id: string | null, list: readonly Connector[] = CONNECTORS): Connector | null =>
	list.find((c) => c.id === id) ?? null;
