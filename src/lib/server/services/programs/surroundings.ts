/**
 * What goes on around a program, read from the database: the same supply, boards in use, charges
 * since the last balance.
 */
import { Op } from 'sequelize';
import type { Charger } from '$core/charger/charger';
import type { Supply } from '$core/charger/supply';
import type { Member } from '$core/pack/load';
import type { Pack } from '$core/pack/pack';
import type { PracticeLayer } from '$core/practice/practice';
import { boardAt } from '$core/parallel/places';
import { TASKS } from '$core/request/task';
import { ALONE, type Surroundings } from '$core/request/surroundings';
import type { Store } from '../../db/connect';
import { packEventsOf } from '../packs/pack-states';
import { toReading } from '../../db/map';
import { getPreferences } from '../house/preferences';
import { openRuns } from '../runs/open-runs';
import { channelOutputs } from '../runs/run-outputs';
import { slotsOf } from '../chargers/slots';

/** Tasks that only fill a pack: after them the next balance comes closer. */
const CHARGES = TASKS.filter((t) => t.fills && !t.repeats).map((t) => t.id);
/** Runs looked back over for the last one that balanced. */
const LOOK_BACK = 20;

async function chargesSinceBalance(db: Store, packId: string): Promise<number | null> {
	const last = await db.models.RunPack.findAll({
		where: { packId, open: false, deletedAt: null, task: CHARGES },
		order: [['startedAt', 'DESC']],
		attributes: ['runId'],
		limit: LOOK_BACK
	});
	const rows = await db.models.Run.findAll({
		where: { id: last.map((row) => row.get('runId')) },
		order: [['startedAt', 'DESC']],
		attributes: ['settings']
	});
	if (rows.length === 0) return null;
	const at = rows.findIndex((row) => row.get('settings').balance);
	return at < 0 ? rows.length : at;
}

/**
 * Input power that the other chargers on this supply draw now, and what they could draw at most,
 * W.
 */
async function onSameSupply(db: Store, charger: Charger, bench: readonly Charger[]) {
	const others = bench.filter(
		(c) => c.id !== charger.id && c.supplyId !== null && c.supplyId === charger.supplyId
	);
	let nowW = 0;
	for (const other of others) {
		const outputs = [...(await channelOutputs(db, other.id)).values()].reduce((a, b) => a + b, 0);
		if (outputs > 0) nowW += outputs / other.efficiency + other.overheadW;
	}
	const mostOf = (c: Charger) =>
		Math.min(
			c.sharedPowerW ?? Infinity,
			c.channels.reduce((sum, ch) => sum + ch.powerW, 0)
		) /
			c.efficiency +
		c.overheadW;
	return {
		othersOnSupplyW: nowW,
		sameSupply: others.map((c) => c.name),
		sameSupplyMostW: [charger, ...others].reduce((sum, c) => sum + mostOf(c), 0)
	};
}

/**
 * Balance boards that runs on other channels use now: each balanced run takes one, unless the
 * channel has a port of its own.
 */
async function boardsInUse(db: Store, channelId: string, bench: readonly Charger[]): Promise<number> {
	const needNone = new Set(
		bench.flatMap((c) => c.channels.filter((ch) => ch.portBuiltIn).map((ch) => ch.id))
	);
	const open = await openRuns(db);
	return open.filter(
		(run) => run.channelId !== channelId && run.settings.balance && !needNone.has(run.channelId)
	).length;
}

/** The newest version of every program kept for another pack on this charger. */
async function keptHere(db: Store, chargerId: string, packId: string): Promise<Surroundings['keptHere']> {
	const rows = await db.models.Program.findAll({
		where: { chargerId, packId: { [Op.ne]: packId }, name: { [Op.ne]: null } },
		order: [['version', 'ASC']],
		attributes: ['packId', 'name', 'channelId', 'settings']
	});
	if (rows.length === 0) return [];
	const packs = await db.models.Pack.findAll({
		where: { id: rows.map((row) => row.get('packId')) },
		attributes: ['id', 'name']
	});
	const nameOf = new Map(packs.map((row) => [row.get('id'), row.get('name')]));
	const newest = new Map(rows.map((row) => [`${row.get('packId')} ${row.get('name')}`, row]));
	return [...newest.values()].flatMap((row) => {
		const pack = nameOf.get(row.get('packId'));
		const channelId = row.get('channelId');
		return pack ? [{ pack, channelId, settings: row.get('settings') }] : [];
	});
}

/** How many readings with resistances are looked at: enough that one slip does not count. */
const EARLIER_READINGS = 5;

/** The first readings of a pack that have resistances: what it was like when it was newer. */
async function earlierResistances(
	db: Store,
	packId: string,
	now: string
): Promise<Surroundings['earlierResistances']> {
	const rows = await db.models.Reading.findAll({
		where: { packId, cellResistancesOhm: { [Op.ne]: null }, takenAt: { [Op.lt]: now } },
		order: [['takenAt', 'ASC']],
		limit: EARLIER_READINGS
	});
	return rows
		.map(toReading)
		.flatMap(({ takenAt, cellResistancesOhm, temperatureDegC }) =>
			cellResistancesOhm ? [{ takenAt, ohm: cellResistancesOhm, degC: temperatureDegC }] : []
		);
}

export async function surroundings(
	db: Store,
	at: {
		pack: Pack;
		joined: readonly Member[];
		charger: Charger;
		channelId: string;
		supply: Supply | null;
		bench: readonly Charger[];
	},
	programPractice: PracticeLayer,
	now: string
): Promise<Surroundings> {
	const [preferences, supplied, charges, events, earlier, boards, kept, slots, joined] = await Promise.all([
		getPreferences(db),
		onSameSupply(db, at.charger, at.bench),
		db.kept(`balance ${at.pack.id}`, () => chargesSinceBalance(db, at.pack.id)),
		packEventsOf(db, at.pack.id, now),
		earlierResistances(db, at.pack.id, now),
		boardsInUse(db, at.channelId, at.bench),
		db.kept(`kept ${at.charger.id} ${at.pack.id}`, () => keptHere(db, at.charger.id, at.pack.id)),
		db.kept(`slots ${at.charger.id}`, () => slotsOf(db, at.charger.id)),
		Promise.all(at.joined.map(async ({ pack }) => [pack.id, await packEventsOf(db, pack.id, now)] as const))
	]);
	return {
		practice: { person: preferences.practice, program: programPractice },
		inventory: preferences.inventory,
		...supplied,
		chargesSinceBalance: charges,
		events,
		joinedEvents: Object.fromEntries(joined),
		earlierResistances: earlier,
		board:
			at.joined.length > 0
				? boardAt(
						at.channelId,
						at.joined.length + 1,
						at.pack,
						at.bench.flatMap((charger) => charger.channels.map((channel) => ({ charger, channel }))),
						preferences.inventory.parallelBoards
					)
				: null,
		boardsInUse: boards,
		largest: null,
		othersNeed: ALONE.othersNeed,
		keptHere: kept,
		slots: slots.map(({ slot, title }) => ({ slot, title }))
	};
}
