/**
 * The record of deliberate acts: overrides, deletes, changes to what a charger holds. Written,
 * never rewritten.
 */
import { now as bookNow } from '../../clock';
import type { Store } from '../../db/connect';

export type EventKind =
	| 'finding overridden'
	| 'pack deleted'
	| 'charger deleted'
	| 'supply deleted'
	| 'run deleted'
	| 'held value keyed'
	| 'slot keyed'
	| 'run started'
	| 'run picked up'
	| 'run closed'
	| 'run stopped'
	| 'run ended'
	| 'observed'
	| 'observation taken back'
	| 'observation cleared'
	| 'clock stepped'
	| 'clock settled'
	| 'log brought in'
	| 'mended at upgrade';

export interface EventEntry {
	at: string;
	kind: EventKind;
	subject: string;
	detail: Record<string, unknown>;
}

export async function writeEvent(
	tx: Store,
	kind: EventKind,
	subject: string,
	detail: Record<string, unknown>
): Promise<void> {
	await tx.models.Event.create({ at: bookNow(), kind, subject, detail });
}

/** Events about one subject, oldest first. */
export async function eventsOf(db: Store, subject: string): Promise<EventEntry[]> {
	const rows = await db.models.Event.findAll({ where: { subject }, order: [['id', 'ASC']] });
	return rows.map((row) => ({
		at: row.get('at'),
		kind: row.get('kind') as EventKind,
		subject,
		detail: row.get('detail')
	}));
}
