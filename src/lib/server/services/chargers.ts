/** The bench: chargers with their channels and held settings, and the supplies that feed them. */
import { randomUUID } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { ChargerInput, type Charger } from '$core/charger/charger';
import { HeldSettingKind } from '$core/charger/setting';
import { SupplyInput, type Supply } from '$core/charger/supply';
import type { Database } from '../db/connect';
import { toCharger, toSupply } from '../db/map';
import type { Row } from '../db/models';
import { checked, done, missing, refuse, type Result } from '../result';
import { writeEvent } from './events';

const whole = (db: Database) => [
	{ model: db.models.Channel, as: 'channels' },
	{ model: db.models.HeldSetting, as: 'held' }
];

export async function listChargers(db: Database): Promise<Charger[]> {
	const rows = await db.models.Charger.findAll({ include: whole(db), order: [['name', 'ASC']] });
	return rows.map(toCharger);
}

export async function getCharger(db: Database, id: string): Promise<Result<Charger>> {
	const row = await db.models.Charger.findByPk(id, { include: whole(db) });
	return row ? done(toCharger(row)) : missing('charger');
}

/**
 * Held settings refer to a channel by its place in the list while the channels of a new charger have no ids yet; a channel
 * id that is already known is kept.
 */
function channelIdFor(channelRef: string | null, ids: string[]): string | null {
	if (channelRef === null) return null;
	const place = /^#(\d+)$/.exec(channelRef);
	return place ? (ids[Number(place[1])] ?? null) : channelRef;
}

async function writeParts(
	db: Database,
	chargerId: string,
	input: ChargerInput,
	kept: Row[],
	transaction: Transaction
) {
	const ids: string[] = [];
	for (const [position, channel] of input.channels.entries()) {
		const before = kept[position];
		if (before) {
			await before.update({ ...channel, position }, { transaction });
			ids.push(before.get('id') as string);
		} else {
			const row = await db.models.Channel.create(
				{ id: randomUUID(), chargerId, position, ...channel },
				{ transaction }
			);
			ids.push(row.get('id') as string);
		}
	}
	for (const gone of kept.slice(input.channels.length)) await gone.destroy({ transaction });
	await db.models.HeldSetting.destroy({ where: { chargerId }, transaction });
	for (const [position, setting] of input.held.entries()) {
		const channelId = channelIdFor(setting.channelId, ids);
		await db.models.HeldSetting.create(
			{ id: randomUUID(), chargerId, position, ...setting, channelId },
			{ transaction }
		);
	}
}

async function supplyExists(db: Database, supplyId: string | null): Promise<boolean> {
	return supplyId === null || (await db.models.Supply.count({ where: { id: supplyId } })) > 0;
}

export async function createCharger(db: Database, input: unknown): Promise<Result<Charger>> {
	const valid = checked(ChargerInput, input);
	if (!valid.ok) return valid;
	if (!(await supplyExists(db, valid.value.supplyId)))
		return refuse(422, 'There is no such supply.', { supplyId: 'There is no such supply.' });
	const id = randomUUID();
	const { channels: _channels, held: _held, ...fields } = valid.value;
	await db.sequelize.transaction(async (transaction) => {
		await db.models.Charger.create({ id, ...fields }, { transaction });
		await writeParts(db, id, valid.value, [], transaction);
	});
	return getCharger(db, id);
}

/** Replaces a charger's description; channels keep their identity by their place. */
export async function updateCharger(db: Database, id: string, input: unknown): Promise<Result<Charger>> {
	const valid = checked(ChargerInput, input);
	if (!valid.ok) return valid;
	const row = await db.models.Charger.findByPk(id);
	if (!row) return missing('charger');
	if (!(await supplyExists(db, valid.value.supplyId)))
		return refuse(422, 'There is no such supply.', { supplyId: 'There is no such supply.' });
	const kept = await db.models.Channel.findAll({ where: { chargerId: id }, order: [['position', 'ASC']] });
	const dropped = kept.slice(valid.value.channels.length).map((c) => c.get('id') as string);
	if (dropped.length && (await db.models.Run.count({ where: { channelId: dropped, status: 'running' } })) > 0)
		return refuse(409, 'A run is going on in a channel that would be removed.');
	const { channels: _channels, held: _held, ...fields } = valid.value;
	await db.sequelize.transaction(async (transaction) => {
		await row.update(fields, { transaction });
		await writeParts(db, id, valid.value, kept, transaction);
	});
	return getCharger(db, id);
}

export async function deleteCharger(db: Database, id: string): Promise<Result<{ id: string; name: string }>> {
	const row = await db.models.Charger.findByPk(id);
	if (!row) return missing('charger');
	if ((await db.models.Run.count({ where: { chargerId: id, status: 'running' } })) > 0)
		return refuse(409, `${row.get('name')} has a run going on: end it before deleting the charger.`);
	const name = row.get('name') as string;
	await db.sequelize.transaction(async (transaction) => {
		await row.destroy({ transaction });
		await writeEvent(db, 'charger deleted', id, { name }, transaction);
	});
	return done({ id, name });
}

export async function restoreCharger(db: Database, id: string): Promise<Result<Charger>> {
	const row = await db.models.Charger.findByPk(id, { paranoid: false });
	if (!row) return missing('charger');
	await row.restore();
	return getCharger(db, id);
}

/** Notes that a person has keyed a value into a charger's own settings. `null` is off. */
export async function setHeldValue(
	db: Database,
	chargerId: string,
	input: { kind: unknown; channelId: string | null; value: number | null; task?: unknown }
): Promise<Result<Charger>> {
	const kind = HeldSettingKind.safeParse(input.kind);
	if (!kind.success) return refuse(422, 'There is no such setting.', { kind: 'There is no such setting.' });
	const row = await db.models.HeldSetting.findOne({
		where: { chargerId, kind: kind.data, channelId: input.channelId, task: input.task ?? null }
	});
	if (!row) return missing('setting on this charger');
	const { value } = input;
	if (row.get('fixed')) return refuse(409, 'This setting cannot be changed on this charger.');
	if (value === null && !row.get('canBeOff'))
		return refuse(422, 'This setting cannot be off.', { value: 'It cannot be off.' });
	if (value !== null && !(value >= (row.get('min') as number) && value <= (row.get('max') as number)))
		return refuse(422, `The charger takes ${row.get('min')} to ${row.get('max')}.`, {
			value: `The charger takes ${row.get('min')} to ${row.get('max')}.`
		});
	const before = row.get('heldValue');
	await db.sequelize.transaction(async (transaction) => {
		await row.update({ heldValue: value }, { transaction });
		await writeEvent(db, 'held value keyed', chargerId, { kind: kind.data, before, value }, transaction);
	});
	return getCharger(db, chargerId);
}

export async function listSupplies(db: Database): Promise<Supply[]> {
	return (await db.models.Supply.findAll({ order: [['name', 'ASC']] })).map(toSupply);
}

export async function getSupply(db: Database, id: string | null): Promise<Supply | null> {
	const row = id === null ? null : await db.models.Supply.findByPk(id);
	return row ? toSupply(row) : null;
}

export async function createSupply(db: Database, input: unknown): Promise<Result<Supply>> {
	const valid = checked(SupplyInput, input);
	if (!valid.ok) return valid;
	return done(toSupply(await db.models.Supply.create({ id: randomUUID(), ...valid.value })));
}

export async function updateSupply(db: Database, id: string, input: unknown): Promise<Result<Supply>> {
	const valid = checked(SupplyInput, input);
	if (!valid.ok) return valid;
	const row = await db.models.Supply.findByPk(id);
	if (!row) return missing('supply');
	await row.update(valid.value);
	return done(toSupply(row));
}

/** Removes a supply that feeds nothing; {@link restoreSupply} brings it back. */
export async function deleteSupply(db: Database, id: string): Promise<Result<Supply>> {
	const row = await db.models.Supply.findByPk(id);
	if (!row) return missing('supply');
	const fed = await db.models.Charger.findAll({ where: { supplyId: id } });
	if (fed.length > 0)
		return refuse(
			409,
			`${row.get('name')} feeds ${fed.map((c) => c.get('name')).join(', ')}: give it another supply first.`
		);
	await db.sequelize.transaction(async (transaction) => {
		await row.destroy({ transaction });
		await writeEvent(db, 'supply deleted', id, { name: row.get('name') }, transaction);
	});
	return done(toSupply(row));
}

export async function restoreSupply(db: Database, id: string): Promise<Result<Supply>> {
	const row = await db.models.Supply.findByPk(id, { paranoid: false });
	if (!row) return missing('supply');
	await row.restore();
	return done(toSupply(row));
}
