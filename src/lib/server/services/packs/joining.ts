/**
 * What a pack reads where it is to be joined with others: renewed by its volts, and nothing from
 * before it was last charged.
 */
import type { Pack } from '$core/pack/pack';
import type { Reading } from '$core/pack/reading';
import { cellsBySum } from '$core/parallel/cells-by-sum';
import { renewed } from '$core/pack/renewed';
import type { PackEvent } from '$core/pack-state/event';
import type { PackState } from '$core/pack-state/pack-state';
import type { Store } from '../../db/connect';
import { eventsOfAll, packEventsOf, packStateOf } from './pack-states';

/** Readings looked at: one of all cells, and what renewed it since. */
const LOOKED_AT = 6;
/** Moments this close are one: a run's end and the reading it leaves, ms. */
const SAME_MOMENT_MS = 1000;
/** At rest is half an hour without current (common practice, no source). */
const REST_MS = 30 * 60e3;

/** `events`: what is on record of the pack; `state`: what is believed of it now. */
function joiningFrom(
	pack: Pack,
	events: readonly PackEvent[],
	state: PackState,
	now: string
): Reading | null {
	const flows = events.flatMap((e) =>
		e.kind === 'run' || e.kind === 'use'
			? [{ kind: e.kind, atMs: Date.parse(e.kind === 'run' && e.open ? now : e.at) }]
			: []
	);
	const flowed = Math.max(...flows.map((e) => e.atMs));
	const last = flows.find((e) => e.atMs === flowed);
	const countsFrom = last?.kind === 'run' ? flowed - SAME_MOMENT_MS : flowed;
	const newestFirst = events
		.flatMap((e) => (e.kind === 'reading' ? [{ id: e.id, packId: pack.id, ...e.reading }] : []))
		.sort((a, b) => Date.parse(b.takenAt) - Date.parse(a.takenAt))
		.slice(0, LOOKED_AT);
	// Charged or used since: what it read before is none that others could meet.
	const newest = renewed(
		newestFirst.filter((r) => Date.parse(r.takenAt) >= countsFrom),
		pack.cells
	);
	if (!newest) return null;
	const reading = cellsBySum(pack, newest, state.cells);
	// Whatever was said of it: so soon after current flowed volts are not those at rest.
	const rested = Date.parse(reading.takenAt) - flowed >= REST_MS;
	return rested || reading.state !== 'rest' ? reading : { ...reading, state: 'just used' };
}

/**
 * What `pack` reads where it is to be joined at the moment `now` (ISO 8601); null where nothing
 * counts.
 */
export async function joiningReading(db: Store, pack: Pack, now: string): Promise<Reading | null> {
	const [events, state] = await Promise.all([packEventsOf(db, pack.id, now), packStateOf(db, pack, now)]);
	return joiningFrom(pack, events, state, now);
}

/** {@link joiningReading} of each of these packs, whose `states` are known, by pack. */
export async function joiningReadings(
	db: Store,
	packs: readonly Pack[],
	states: ReadonlyMap<string, PackState>,
	now: string
): Promise<Map<string, Reading | null>> {
	const events = await eventsOfAll(db, now);
	return new Map(
		packs.map((pack) => [
			pack.id,
			joiningFrom(pack, events.get(pack.id)?.events ?? [], states.get(pack.id)!, now)
		])
	);
}
