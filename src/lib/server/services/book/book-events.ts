/** The record of acts in a book. */
import { QueryTypes } from 'sequelize';
import { z } from 'zod';
import type { Store } from '../../db/connect';

const Event = z.object({
	at: z.iso.datetime(),
	kind: z.string().max(80),
	subject: z.string().max(64),
	detail: z.record(z.string(), z.unknown())
});
type BookEvent = z.infer<typeof Event>;

/** Two of them with the same key are one act. */
const keyOf = ({ at, kind, subject }: Omit<BookEvent, 'detail'>): string =>
	JSON.stringify([new Date(at).toISOString(), kind, subject]);

/** Events of a book that can be read, each once. */
export function eventsIn(events: readonly unknown[]): BookEvent[] {
	const byKey = new Map<string, BookEvent>();
	for (const one of events) {
		const event = Event.safeParse(one);
		if (event.success && !byKey.has(keyOf(event.data))) byKey.set(keyOf(event.data), event.data);
	}
	return [...byKey.values()];
}

/** How many of the events of a book, up to `now` (ISO 8601), are not in `db`. */
export async function countNewEvents(db: Store, events: readonly unknown[], now: string): Promise<number> {
	const here = await db.sequelize.query<Omit<BookEvent, 'detail'>>('SELECT at, kind, subject FROM events', {
		type: QueryTypes.SELECT
	});
	const known = new Set(here.map(keyOf));
	return eventsIn(events).filter((e) => new Date(e.at).toISOString() <= now && !known.has(keyOf(e))).length;
}
