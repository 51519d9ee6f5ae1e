/**
 * What was seen, felt or smelt at a pack. It binds at once: the pack has the condition that follows
 * from it from the same write on. An entry made by mistake is taken back; what may be cleared is
 * cleared with a reason, and both are on record.
 */
import { randomUUID } from 'node:crypto';
import { effectOf, graver, type Observation, type ObservationKind } from '$core/pack/observation';
import { ObservationSchema } from '$core/pack/observation-schema';
import type { PackCondition } from '$core/pack/pack';
import type { Database, Store } from '../../db/connect';
import type { RowOf } from '../../db/models';
import { checked, done, missing, refuse, type Result } from '../../result';
import { writeEvent } from '../house/events';
import { momentOf } from './moment';

const toObservation = (row: RowOf<'Observation'>): Observation => {
	const { id, at, what, notes, clearedAt, clearedBecause } = row.get();
	const iso = (moment: string | null): string | null => moment && new Date(moment).toISOString();
	return { id, at: iso(at)!, what, notes, clearedAt: iso(clearedAt), clearedBecause };
};

/** Observations of a pack that still bind, newest first. */
export async function observationsOf(db: Store, packId: string): Promise<Observation[]> {
	const rows = await db.models.Observation.findAll({ where: { packId }, order: [['at', 'DESC']] });
	return rows.map(toObservation);
}

/** The observations that keep a pack out of service, as they are on record. */
const binding = (tx: Store, packId: string): Promise<RowOf<'Observation'>[]> =>
	tx.models.Observation.findAll({ where: { packId, clearedAt: null }, order: [['at', 'ASC']] });

/**
 * The condition that a pack has by what still binds, where `before` is what it was without any of
 * it.
 */
async function conditionBy(tx: Store, packId: string, before: PackCondition): Promise<PackCondition> {
	const rows = await binding(tx, packId);
	return rows.reduce((c, row) => graver(c, effectOf(row.get('what')).condition ?? 'in service'), before);
}

/** Writes an observation and what follows from it within the caller's write. */
export async function observeWithin(
	tx: Store,
	pack: RowOf<'Pack'>,
	seen: { what: ObservationKind; at: string; notes: string },
	id: string = randomUUID()
): Promise<RowOf<'Observation'>> {
	const { condition } = effectOf(seen.what);
	const already = pack.get('condition');
	const others = await binding(tx, pack.get('id'));
	// What it was without any of them; a condition that nothing on record explains is explained by
	// this.
	const before =
		others.length > 0 ? others[0].get('conditionBefore') : already === condition ? 'in service' : already;
	// Noted before and taken back: the same entry stands again.
	await tx.models.Observation.destroy({ where: { id }, force: true });
	const row = await tx.models.Observation.create({
		id,
		packId: pack.get('id'),
		...seen,
		clearedAt: null,
		clearedBecause: null,
		conditionBefore: before
	});
	if (condition !== null) await pack.update({ condition: graver(already, condition) });
	await writeEvent(tx, 'observed', pack.get('id'), { what: seen.what });
	return row;
}

/**
 * Notes what was seen at a pack, at the moment it was seen (now, where none is given). The same
 * `id` again is the same entry.
 */
export async function addObservation(
	db: Database,
	packId: string,
	input: unknown,
	now: string,
	id: string = randomUUID()
): Promise<Result<Observation>> {
	const given = typeof input === 'object' && input !== null ? input : {};
	const valid = checked(ObservationSchema, {
		...{ at: now, notes: '' },
		...given,
		...{ clearedAt: null, clearedBecause: null }
	});
	if (!valid.ok) return valid;
	const at = momentOf(valid.value.at, now);
	if (!at.ok) return at;
	return db.write<Result<Observation>>(async (tx) => {
		const again = await tx.models.Observation.findByPk(id, { paranoid: false });
		if (again) return done(toObservation(again));
		const pack = await tx.models.Pack.findByPk(packId);
		if (!pack) return missing('pack');
		const { what, notes } = valid.value;
		return done(toObservation(await observeWithin(tx, pack, { what, at: at.value, notes }, id)));
	});
}

/**
 * What a pack's condition is once this entry no longer counts; one that was changed by hand since
 * stays.
 */
async function unbind(tx: Store, row: RowOf<'Observation'>): Promise<void> {
	const pack = await tx.models.Pack.findByPk(row.get('packId'), { paranoid: false });
	const { condition } = effectOf(row.get('what'));
	if (!pack || condition === null) return;
	const base = row.get('conditionBefore');
	const without = await conditionBy(tx, row.get('packId'), base);
	if (pack.get('condition') === graver(without, condition)) await pack.update({ condition: without });
}

/** Takes an entry back within the caller's write; one that is not there is none. */
export async function unobserveWithin(tx: Store, id: string): Promise<void> {
	const row = await tx.models.Observation.findByPk(id);
	if (!row) return;
	await row.destroy();
	await unbind(tx, row);
}

/** Takes back an entry that was made by mistake. */
export async function deleteObservation(db: Database, id: string): Promise<Result<Observation>> {
	return db.write<Result<Observation>>(async (tx) => {
		const row = await tx.models.Observation.findByPk(id, { paranoid: false });
		if (!row) return missing('observation');
		if (row.get('deletedAt') == null) {
			await row.destroy();
			await unbind(tx, row);
			await writeEvent(tx, 'observation taken back', row.get('packId'), { what: row.get('what') });
		}
		return done(toObservation(row));
	});
}

/** Puts it back: it binds again. */
export async function restoreObservation(db: Database, id: string): Promise<Result<Observation>> {
	return db.write<Result<Observation>>(async (tx) => {
		const row = await tx.models.Observation.findByPk(id, { paranoid: false });
		if (!row) return missing('observation');
		if (row.get('deletedAt') != null) {
			await row.restore();
			const pack = await tx.models.Pack.findByPk(row.get('packId'), { paranoid: false });
			const { condition } = effectOf(row.get('what'));
			if (pack && condition && row.get('clearedAt') == null)
				await pack.update({ condition: graver(pack.get('condition'), condition) });
		}
		return done(toObservation(row));
	});
}

/** Clears what may be cleared, with the reason why the pack is sound. */
export async function clearObservation(
	db: Database,
	id: string,
	input: unknown,
	now: string
): Promise<Result<Observation>> {
	const because =
		typeof input === 'object' && input !== null && 'because' in input ? String(input.because).trim() : '';
	if (because.length < 3 || because.length > 400)
		return refuse(422, 'Say in a few words why the pack is sound.', {
			because: 'Say in a few words why the pack is sound.'
		});
	return db.write<Result<Observation>>(async (tx) => {
		const row = await tx.models.Observation.findByPk(id);
		if (!row) return missing('observation');
		if (effectOf(row.get('what')).forGood)
			return refuse(
				409,
				`A pack that was seen ${row.get('what')} stays out of service. If that was entered by mistake, take the entry back.`
			);
		if (row.get('clearedAt') != null) return done(toObservation(row));
		await row.update({ clearedAt: now, clearedBecause: because });
		await unbind(tx, row);
		await writeEvent(tx, 'observation cleared', row.get('packId'), { what: row.get('what'), because });
		return done(toObservation(row));
	});
}

/**
 * What a change of a pack's condition by hand asks for: a graver one is noted as seen, and a milder
 * one than an observation that still binds is refused.
 */
export async function changeCondition(
	tx: Store,
	pack: RowOf<'Pack'>,
	to: PackCondition,
	now: string
): Promise<Result<null>> {
	const rows = await binding(tx, pack.get('id'));
	const binds = rows.find((row) => {
		const { condition } = effectOf(row.get('what'));
		return condition !== null && graver(condition, to) !== to;
	});
	if (binds) {
		const what = binds.get('what');
		const message = `It was seen ${what} on ${new Date(binds.get('at')).toISOString().slice(0, 10)}: ${
			effectOf(what).forGood
				? 'that stays. If it was entered by mistake, take that entry back on its page.'
				: 'clear that with a reason on its page, or take it back if it was entered by mistake.'
		}`;
		return refuse(422, message, { condition: message });
	}
	if (to === 'swollen' && pack.get('condition') !== 'swollen')
		await observeWithin(tx, pack, { what: 'swollen', at: now, notes: 'set on its page' });
	return done(null);
}

const BROUGHT_IN = 'brought in as swollen';

/**
 * Packs brought in from elsewhere have the condition that their observations ask for, and one that
 * is swollen is on record as seen.
 */
export async function settleConditions(tx: Store, now: string): Promise<void> {
	for (const pack of await tx.models.Pack.findAll()) {
		const rows = await binding(tx, pack.get('id'));
		const swollen = rows.filter((row) => row.get('what') === 'swollen');
		if (pack.get('condition') === 'swollen' && swollen.length === 0)
			await observeWithin(tx, pack, { what: 'swollen', at: now, notes: BROUGHT_IN });
		// The entry itself came with a later file.
		else if (swollen.length > 1)
			for (const row of swollen) if (row.get('notes') === BROUGHT_IN) await row.destroy({ force: true });
		const condition = await conditionBy(tx, pack.get('id'), pack.get('condition'));
		if (condition !== pack.get('condition')) await pack.update({ condition });
	}
}
