/**
 * Main-lead connectors and what they carry. A person edits the list; these are the ones it starts with. Continuous current:
 * common practice, no source.
 */
import { z } from 'zod';

export const Connector = z.object({
	id: z.string().min(1).max(40),
	name: z.string().min(1).max(60),
	/** Continuous current, A. */
	currentA: z.number().positive().max(500)
});
export type Connector = z.infer<typeof Connector>;

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
