/**
 * The state of packs from everything on record of them; computed once for as long as nothing of a
 * pack changes.
 */
import { QueryTypes } from 'sequelize';
import { runEventOf } from '$core/log/run-record';
import type { Run } from '$core/log/run';
import type { ObservationKind } from '$core/pack/observation';
import type { Pack } from '$core/pack/pack';
import type { Use } from '$core/pack/use';
import type { DisplayReading, PackEvent } from '$core/pack-state/event';
import { packState, passOver, stateAt, type EventPass, type PackState } from '$core/pack-state/pack-state';
import type { Store } from '../../db/connect';
import { toReading, toRun } from '../../db/map';
import { LoopSlices } from '../../loop-slices';
import { getPreferences } from '../house/preferences';

/** Looked back over, of each kind and pack: the state needs no more (see `pack-state.ts`). */
const READINGS = 10;
const MOVES = 6;
/** Packs whose rows are read at once: more of them hold up what else is asked. */
const READ_AT_ONCE = 24;

const iso = (at: string | Date): string => new Date(at).toISOString();
const select = { type: QueryTypes.SELECT } as const;

/** The newest rows of each pack up to `asOf`, ids alone; one look into an index for each pack. */
async function newestIds(
	db: Store,
	table: 'readings' | 'uses' | 'observations',
	moment: 'takenAt' | 'at',
	packIds: readonly string[],
	asOf: string,
	limit: number
): Promise<string[]> {
	const rows = await db.sequelize.query<{ id: string }>(
		`SELECT t.id FROM packs p JOIN ${table} t ON t.rowid IN (
			SELECT rowid FROM ${table} WHERE packId = p.id AND deletedAt IS NULL AND ${moment} <= :asOf
			ORDER BY ${moment} DESC LIMIT ${limit})
		 WHERE p.id IN (:packIds)`,
		{ ...select, replacements: { packIds, asOf: new Date(asOf) } }
	);
	return rows.map((row) => row.id);
}

async function runIds(db: Store, packIds: readonly string[], asOf: string): Promise<[string, string][]> {
	const rows = await db.sequelize.query<{ packId: string; runId: string }>(
		`SELECT t.packId, t.runId FROM packs p JOIN run_packs t ON t.rowid IN (
			SELECT rowid FROM run_packs WHERE packId = p.id AND deletedAt IS NULL AND startedAt < :asOf
			ORDER BY startedAt DESC LIMIT ${MOVES})
		 WHERE p.id IN (:packIds)`,
		{ ...select, replacements: { packIds, asOf: new Date(asOf) } }
	);
	return rows.map((row) => [row.packId, row.runId]);
}

/** Display readings by run, in order of time. */
export async function displayReadingsOf(
	db: Store,
	ids: readonly string[]
): Promise<Map<string, DisplayReading[]>> {
	const rows = await db.models.Look.findAll({
		where: { runId: [...ids] },
		order: [
			['minute', 'ASC'],
			['createdAt', 'ASC']
		]
	});
	const byRun = new Map<string, DisplayReading[]>();
	for (const row of rows) {
		const { runId, minute, what, value } = row.get();
		byRun.set(runId, [...(byRun.get(runId) ?? []), { minute, what, value }]);
	}
	return byRun;
}

/** A run as of `asOf`: one that ended later was open then. */
const asItStood = (run: Run, asOf: string): Run =>
	run.endedAt !== null && run.endedAt > asOf ? { ...run, status: 'running', endedAt: null } : run;

/** What happened to these packs up to `asOf` (ISO 8601), by pack. */
async function eventsByPack(
	db: Store,
	packIds: readonly string[],
	asOf: string
): Promise<Map<string, PackEvent[]>> {
	const [readingIds, useIds, observationIds, runs] = await Promise.all([
		newestIds(db, 'readings', 'takenAt', packIds, asOf, READINGS),
		newestIds(db, 'uses', 'at', packIds, asOf, MOVES),
		newestIds(db, 'observations', 'at', packIds, asOf, 100),
		runIds(db, packIds, asOf)
	]);
	const [readings, uses, observations, runRows, shown] = await Promise.all([
		db.models.Reading.findAll({ where: { id: readingIds } }),
		db.models.Use.findAll({ where: { id: useIds } }),
		db.models.Observation.findAll({ where: { id: observationIds } }),
		db.models.Run.findAll({ where: { id: [...new Set(runs.map(([, id]) => id))] } }),
		displayReadingsOf(
			db,
			runs.map(([, id]) => id)
		)
	]);
	const byPack = new Map(packIds.map((id): [string, PackEvent[]] => [id, []]));
	const add = (id: string, event: PackEvent): void => void byPack.get(id)?.push(event);
	for (const row of readings) {
		const { id, packId: of, ...reading } = toReading(row);
		add(of, { kind: 'reading', id, at: iso(reading.takenAt), reading });
	}
	for (const row of uses) {
		const { id, at, minutes, felt } = row.get();
		add(row.get('packId'), { kind: 'use', id, at: iso(at), minutes, felt: felt as Use['felt'] });
	}
	for (const row of observations) {
		const { id, at, what, clearedAt, clearedBecause } = row.get();
		add(row.get('packId'), {
			...{ kind: 'observation', id, at: iso(at), what: what as ObservationKind },
			...{ clearedAt: clearedAt && iso(clearedAt), clearedBecause }
		});
	}
	const runOf = new Map(runRows.map((row) => [row.get('id'), toRun(row)]));
	for (const [of, id] of runs) {
		const run = runOf.get(id);
		if (run) add(of, runEventOf(asItStood(run, asOf), asOf, shown.get(id)));
	}
	return byPack;
}

/** What happened to a pack up to `asOf` (ISO 8601), as far as its state needs it; in any order. */
export const packEventsOf = (db: Store, packId: string, asOf: string): Promise<PackEvent[]> =>
	db.kept(`events ${packId}`, async () => (await eventsByPack(db, [packId], asOf)).get(packId)!, asOf);

/** An open run is heard of at every moment anew: it must not make the pass anew each time. */
const steady = (events: readonly PackEvent[]): PackEvent[] =>
	events.map((e) => (e.kind === 'run' && e.open ? { ...e, at: e.startedAt } : e));

/** The first moment after `asOf` at which something on record of each of these packs lies. */
async function nextMoments(
	db: Store,
	packIds: readonly string[],
	asOf: string
): Promise<Map<string, string | null>> {
	const first = (table: string, moment: string): string =>
		`(SELECT min(${moment}) FROM ${table} WHERE packId = p.id AND deletedAt IS NULL AND ${moment} > :asOf)`;
	const rows = await db.sequelize.query<{ id: string } & Record<'a' | 'b' | 'c' | 'd' | 'e', string | null>>(
		`SELECT id, ${first('readings', 'takenAt')} AS a, ${first('uses', 'at')} AS b, ${first('observations', 'at')} AS c,
		 ${first('run_packs', 'startedAt')} AS d, ${first('run_packs', 'endedAt')} AS e FROM packs p WHERE p.id IN (:packIds)`,
		{ ...select, replacements: { packIds, asOf: new Date(asOf) } }
	);
	const earliest = (moments: (string | null)[]): string | null =>
		moments.flatMap((m) => (m ? [iso(m)] : [])).sort()[0] ?? null;
	return new Map(rows.map(({ id, a, b, c, d, e }) => [id, earliest([a, b, c, d, e])]));
}

/** Events that are all there are from one moment until, if ever, another. */
interface EventsFor {
	events: readonly PackEvent[];
	from: string;
	until: string | null;
}

/** What happened to every pack on the shelf up to `now`, by pack, as its state needs it. */
export const eventsOfAll = (db: Store, now: string): Promise<ReadonlyMap<string, EventsFor>> =>
	db.keptByPack(
		'events',
		async (packIds) => {
			const found = new Map<string, EventsFor>();
			for (let at = 0; at < packIds.length; at += READ_AT_ONCE) {
				const some = packIds.slice(at, at + READ_AT_ONCE);
				const [events, next] = await Promise.all([eventsByPack(db, some, now), nextMoments(db, some, now)]);
				for (const [id, list] of events)
					found.set(id, { events: steady(list), from: now, until: next.get(id) ?? null });
			}
			return found;
		},
		({ from, until }) => from <= now && (until === null || now < until)
	);

/**
 * Passes over events that were made already, by pack; a pack whose events or description changed is
 * passed over anew.
 */
interface KeptPass {
	pack: Pack;
	events: readonly PackEvent[];
	day: string;
	key: string;
	passed: EventPass;
}
const passes = new Map<string, KeptPass>();
const MOST_PASSES = 5000;

function passedOver(pack: Pack, events: readonly PackEvent[], now: string): EventPass {
	// The present capacity moves with the day.
	const day = now.slice(0, 10);
	const before = passes.get(pack.id);
	// What was kept is the same object, and need not be compared figure by figure.
	if (before?.pack === pack && before.events === events && before.day === day) return before.passed;
	const key = JSON.stringify([pack, events, day]);
	if (passes.size >= MOST_PASSES) passes.clear();
	const passed = before?.key === key ? before.passed : passOver(pack, events, now);
	passes.set(pack.id, { pack, events, day, key, passed });
	return passed;
}

/** The state of each of these packs at `now` (ISO 8601), by pack. */
export async function packStates(
	db: Store,
	packs: readonly Pack[],
	now: string
): Promise<Map<string, PackState>> {
	const [events, { ambientDegC }] = await Promise.all([eventsOfAll(db, now), getPreferences(db)]);
	const slices = new LoopSlices();
	const states = new Map<string, PackState>();
	for (const pack of packs) {
		const passed = passedOver(pack, events.get(pack.id)?.events ?? [], now);
		states.set(pack.id, stateAt(passed, now, ambientDegC));
		await slices.pause();
	}
	return states;
}

/** The state of one pack at `now` (ISO 8601). */
export async function packStateOf(db: Store, pack: Pack, now: string): Promise<PackState> {
	const [events, { ambientDegC }] = await Promise.all([packEventsOf(db, pack.id, now), getPreferences(db)]);
	return stateAt(passedOver(pack, steady(events), now), now, ambientDegC);
}

/**
 * What would be believed of a pack without each of the events of its state, by their
 * ids.
 */
export async function statesWithoutEach(
	db: Store,
	pack: Pack,
	state: PackState,
	now: string
): Promise<Map<string, PackState>> {
	const [events, { ambientDegC }] = await Promise.all([packEventsOf(db, pack.id, now), getPreferences(db)]);
	const all = steady(events);
	return new Map(
		state.steps.map(({ event }) => [
			event.id,
			packState(
				pack,
				all.filter((e) => e.id !== event.id),
				now,
				ambientDegC
			)
		])
	);
}
