/** The bench: chargers with their channels and held settings, and the supplies that feed them. */
import { z } from 'zod';
import { randomUUID } from 'node:crypto';
import { type ChargerInput, type Charger } from '$core/charger/charger';
import { OPEN_STATUSES } from '$core/log/run';
import { isHeldKind, showHeld, type HeldSettingKind } from '$core/charger/setting';
import { type Supply } from '$core/charger/supply';
import type { Database, Store } from '../../db/connect';
import { toCharger, toSupply } from '../../db/map';
import type { RowOf } from '../../db/models';
import { checked, done, missing, refuse, type Result } from '../../result';
import { changedMeanwhile } from '../../meanwhile';
import { writeEvent } from '../house/events';
import { SupplyInputSchema } from '$core/charger/supply-schema';
import { ChargerInputSchema } from '$core/charger/charger-schema';

/** Rows by the charger that they belong to. */
function byCharger<R extends { chargerId: string }>(rows: R[]): Map<string, R[]> {
	const parts = new Map<string, R[]>();
	for (const row of rows) {
		const { chargerId } = row;
		parts.set(chargerId, [...(parts.get(chargerId) ?? []), row]);
	}
	return parts;
}

/** Chargers with their channels and held settings, each kind read once rather than joined. */
async function withParts(db: Store, rows: RowOf<'Charger'>[]): Promise<Charger[]> {
	const ids = rows.map((row) => row.get('id'));
	const where = { chargerId: ids };
	const [channels, held] = await Promise.all([
		db.models.Channel.findAll({ where }).then(byCharger),
		db.models.HeldSetting.findAll({ where }).then(byCharger)
	]);
	return rows.map((row, i) => toCharger(row, channels.get(ids[i]) ?? [], held.get(ids[i]) ?? []));
}

/** Every charger on the bench, by name. */
export const listChargers = (db: Store): Promise<Charger[]> =>
	db.kept('chargers', async () =>
		withParts(db, await db.models.Charger.findAll({ order: [['name', 'ASC']] }))
	);

export async function getCharger(db: Store, id: string): Promise<Result<Charger>> {
	const charger = (await listChargers(db)).find((c) => c.id === id);
	return charger ? done(charger) : missing('charger');
}

/**
 * Held settings refer to a channel by its place in the list while the channels of a new charger
 * have no ids yet; a channel id that is already known is kept. Undefined where the charger has no
 * such channel.
 */
function channelIdFor(channelRef: string | null, ids: string[]): string | null | undefined {
	if (channelRef === null) return null;
	const place = /^#(\d{1,3})$/.exec(channelRef);
	return place ? ids[Number(place[1])] : ids.find((id) => id === channelRef);
}

/** Writes channels and held settings; `kept` are the channels so far, by their place. */
async function writeParts(
	tx: Store,
	chargerId: string,
	input: ChargerInput,
	kept: RowOf<'Channel'>[]
): Promise<Result<null>> {
	const ids: string[] = [];
	for (const [position, channel] of input.channels.entries()) {
		const before = kept[position];
		const row = before
			? await before.update({ ...channel, position })
			: await tx.models.Channel.create({ id: randomUUID(), chargerId, position, ...channel });
		ids.push(row.get('id'));
	}
	for (const gone of kept.slice(input.channels.length)) await gone.destroy();
	await tx.models.HeldSetting.destroy({ where: { chargerId } });
	for (const [position, setting] of input.held.entries()) {
		const channelId = channelIdFor(setting.channelId, ids);
		if (channelId === undefined)
			return refuse(422, 'A held setting belongs to a channel that this charger does not have.', {
				[`held.${position}.channelId`]: 'This charger has no such channel.'
			});
		await tx.models.HeldSetting.create({ id: randomUUID(), chargerId, position, ...setting, channelId });
	}
	return done(null);
}

async function supplyExists(tx: Store, supplyId: string | null): Promise<Result<null>> {
	if (supplyId === null || (await tx.models.Supply.count({ where: { id: supplyId } })) > 0) return done(null);
	return refuse(422, 'There is no such supply.', { supplyId: 'There is no such supply.' });
}

/** Describes a charger. The same `id` again is the same charger: a request may repeat itself. */
export async function createCharger(
	db: Database,
	input: unknown,
	id: string = randomUUID()
): Promise<Result<Charger>> {
	const valid = checked(ChargerInputSchema, input);
	if (!valid.ok) return valid;
	return db.write(async (tx) => {
		if ((await tx.models.Charger.count({ where: { id }, paranoid: false })) > 0) return getCharger(tx, id);
		const supply = await supplyExists(tx, valid.value.supplyId);
		if (!supply.ok) return supply;
		const { channels: _channels, held: _held, ...fields } = valid.value;
		await tx.models.Charger.create({ id, ...fields });
		const parts = await writeParts(tx, id, valid.value, []);
		return parts.ok ? getCharger(tx, id) : parts;
	});
}

/** Replaces a charger's description; channels keep their identity by their place. */
export async function updateCharger(db: Database, id: string, input: unknown): Promise<Result<Charger>> {
	const valid = checked(ChargerInputSchema, input);
	if (!valid.ok) return valid;
	return db.write(async (tx) => {
		const row = await tx.models.Charger.findByPk(id);
		if (!row) return missing('charger');
		const before = await getCharger(tx, id);
		const meanwhile = before.ok ? changedMeanwhile(input, before.value, row.get('name')) : null;
		if (meanwhile) return meanwhile;
		const supply = await supplyExists(tx, valid.value.supplyId);
		if (!supply.ok) return supply;
		const kept = await tx.models.Channel.findAll({ where: { chargerId: id }, order: [['position', 'ASC']] });
		const dropped = kept.slice(valid.value.channels.length).map((c) => c.get('id'));
		const open = { channelId: dropped, status: OPEN_STATUSES };
		if (dropped.length > 0 && (await tx.models.Run.count({ where: open })) > 0)
			return refuse(409, 'A run is going on in a channel that would be removed.');
		const overLink = { chargerId: id, mode: 'link', status: OPEN_STATUSES };
		if (row.get('link') !== valid.value.link && (await tx.models.Run.count({ where: overLink })) > 0)
			return refuse(409, 'A run is going on over the link of this charger: end it first.', {
				link: 'A run is going on over it.'
			});
		const { channels: _channels, held: _held, ...fields } = valid.value;
		await row.update(fields);
		const parts = await writeParts(tx, id, valid.value, kept);
		return parts.ok ? getCharger(tx, id) : parts;
	});
}

const UseSupplySchema = z.object({ supplyId: z.string().max(64).nullable() });

/**
 * Notes which supply feeds a charger from now on, mains at the bench or the battery in the car,
 * and nothing else of it; null where it is not said. What runs on it goes on: the wire was
 * changed already, or never.
 */
export async function useSupply(db: Database, id: string, input: unknown): Promise<Result<Charger>> {
	const valid = checked(UseSupplySchema, input);
	if (!valid.ok) return valid;
	const { supplyId } = valid.value;
	return db.write(async (tx) => {
		const row = await tx.models.Charger.findByPk(id);
		if (!row) return missing('charger');
		const supply = await supplyExists(tx, supplyId);
		if (!supply.ok) return supply;
		await row.update({ supplyId });
		return getCharger(tx, id);
	});
}

export async function deleteCharger(db: Database, id: string): Promise<Result<{ id: string; name: string }>> {
	return db.write(async (tx) => {
		const row = await tx.models.Charger.findByPk(id, { paranoid: false });
		if (!row) return missing('charger');
		const name = row.get('name');
		if (row.get('deletedAt') != null) return done({ id, name });
		if ((await tx.models.Run.count({ where: { chargerId: id, status: OPEN_STATUSES } })) > 0)
			return refuse(409, `${name} has a run going on: end it before deleting the charger.`);
		await row.destroy();
		await writeEvent(tx, 'charger deleted', id, { name });
		return done({ id, name });
	});
}

export async function restoreCharger(db: Database, id: string): Promise<Result<Charger>> {
	return db.write(async (tx) => {
		const row = await tx.models.Charger.findByPk(id, { paranoid: false });
		if (!row) return missing('charger');
		await row.restore();
		return getCharger(tx, id);
	});
}

/** What is said of a value that this charger does not take. */
function outside(kind: HeldSettingKind, min: number, max: number) {
	const said = `The charger takes ${showHeld(kind, min)} to ${showHeld(kind, max)}.`;
	return refuse(422, said, { value: said });
}

/** Notes that a person has keyed a value into a charger's own settings. `null` is off. */
export async function setHeldValue(
	db: Database,
	chargerId: string,
	input: {
		kind: unknown;
		channelId: string | null;
		value: number | null;
		task?: unknown;
		chemistry?: unknown;
		programId?: string | null;
		putBack?: boolean;
		known?: boolean;
		stays?: boolean;
	}
): Promise<Result<Charger>> {
	const { kind } = input;
	if (!isHeldKind(kind))
		return refuse(422, 'There is no such setting.', { kind: 'There is no such setting.' });
	return db.write(async (tx) => {
		const row = await tx.models.HeldSetting.findOne({
			where: {
				chargerId,
				kind,
				channelId: input.channelId,
				task: input.task ?? null,
				chemistry: input.chemistry ?? null
			}
		});
		if (!row) return missing('setting on this charger');
		const { value } = input;
		if (row.get('fixed')) return refuse(409, 'This setting cannot be changed on this charger.');
		if (value === null && !row.get('canBeOff'))
			return refuse(422, 'This setting cannot be off.', { value: 'It cannot be off.' });
		if (value !== null && !(value >= row.get('min') && value <= row.get('max')))
			return outside(kind, row.get('min'), row.get('max'));
		const before = row.get('heldValue');
		const { putBack = false, programId = null, known = true, stays = false } = input;
		const wasKnown = row.get('known');
		// What is left as it is on purpose is written down too: nobody asks for it again.
		if (before !== value || wasKnown !== known || putBack) {
			await row.update({ heldValue: value, known });
			const at = { channelId: row.get('channelId'), task: row.get('task'), chemistry: row.get('chemistry') };
			await writeEvent(tx, 'held value keyed', chargerId, {
				...{ kind, before, value, ...at, programId, putBack, known, wasKnown, stays }
			});
		}
		return getCharger(tx, chargerId);
	});
}

export const listSupplies = (db: Store): Promise<Supply[]> =>
	db.kept('supplies', async () =>
		(await db.models.Supply.findAll({ order: [['name', 'ASC']] })).map(toSupply)
	);

export const getSupply = async (db: Store, id: string | null): Promise<Supply | null> =>
	(await listSupplies(db)).find((s) => s.id === id) ?? null;

/** Describes a supply. The same `id` again is the same supply: a request may repeat itself. */
export async function createSupply(
	db: Database,
	input: unknown,
	id: string = randomUUID()
): Promise<Result<Supply>> {
	const valid = checked(SupplyInputSchema, input);
	if (!valid.ok) return valid;
	return db.write(async (tx) => {
		const before = await tx.models.Supply.findByPk(id, { paranoid: false });
		return done(toSupply(before ?? (await tx.models.Supply.create({ id, ...valid.value }))));
	});
}

export async function updateSupply(db: Database, id: string, input: unknown): Promise<Result<Supply>> {
	const valid = checked(SupplyInputSchema, input);
	if (!valid.ok) return valid;
	return db.write(async (tx) => {
		const row = await tx.models.Supply.findByPk(id);
		if (!row) return missing('supply');
		await row.update(valid.value);
		return done(toSupply(row));
	});
}

/** Removes a supply that feeds nothing; {@link restoreSupply} brings it back. */
export async function deleteSupply(db: Database, id: string): Promise<Result<Supply>> {
	return db.write(async (tx) => {
		const row = await tx.models.Supply.findByPk(id, { paranoid: false });
		if (!row) return missing('supply');
		if (row.get('deletedAt') != null) return done(toSupply(row));
		const fed = await tx.models.Charger.findAll({ where: { supplyId: id } });
		if (fed.length > 0)
			return refuse(
				409,
				`${row.get('name')} feeds ${fed.map((c) => c.get('name')).join(', ')}: give it another supply first.`
			);
		await row.destroy();
		await writeEvent(tx, 'supply deleted', id, { name: row.get('name') });
		return done(toSupply(row));
	});
}

export async function restoreSupply(db: Database, id: string): Promise<Result<Supply>> {
	return db.write(async (tx) => {
		const row = await tx.models.Supply.findByPk(id, { paranoid: false });
		if (!row) return missing('supply');
		await row.restore();
		return done(toSupply(row));
	});
}
