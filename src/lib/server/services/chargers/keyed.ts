/**
 * What was keyed into a charger's own settings for a program, and what is to be put back after
 * it.
 */
import { Op } from 'sequelize';
import type { HeldSettingKind } from '$core/charger/setting';
import { OPEN_STATUSES } from '$core/log/run';
import type { Store } from '../../db/connect';

/**
 * The record of one value that was keyed; `programId` for which program, `putBack` that it was as
 * before, or left on purpose.
 */
export interface KeyedValue {
	chargerId: string;
	at: string;
	kind: HeldSettingKind;
	channelId: string | null;
	task: string | null;
	chemistry: string | null;
	before: number | null;
	value: number | null;
	programId: string | null;
	putBack: boolean;
	/** Whether it, and the value before, was read off the charger or keyed. */
	known: boolean;
	wasKnown: boolean;
	/** Left so after the run. */
	stays: boolean;
}

/**
 * So far back values are looked for that were never put back: older ones are how the charger is
 * now.
 */
const RECORDS = 300;

const settingOf = (k: Pick<KeyedValue, 'chargerId' | 'kind' | 'channelId' | 'task' | 'chemistry'>): string =>
	JSON.stringify([k.chargerId, k.kind, k.channelId, k.task, k.chemistry]);

/** The latest of them, oldest first. */
async function records(db: Store, where: object = {}): Promise<KeyedValue[]> {
	const rows = await db.models.Event.findAll({
		where: { kind: 'held value keyed', ...where },
		order: [['id', 'DESC']],
		limit: RECORDS
	});
	return rows.reverse().map((row) => {
		const detail = row.get('detail') as Partial<KeyedValue>;
		return {
			channelId: null,
			task: null,
			chemistry: null,
			programId: null,
			putBack: false,
			known: true,
			wasKnown: true,
			stays: false,
			...(detail as Pick<KeyedValue, 'kind' | 'before' | 'value'>),
			...detail,
			chargerId: row.get('subject'),
			at: row.get('at')
		} as KeyedValue;
	});
}

/**
 * What was keyed for this program and still stands so, each setting once, with what it was before
 * the first press.
 */
export async function keyedFor(db: Store, programId: string, chargerId: string): Promise<KeyedValue[]> {
	const keyed = new Map<string, KeyedValue>();
	for (const record of await records(db, { subject: chargerId })) {
		const key = settingOf(record);
		const first = keyed.get(key);
		if (record.programId !== programId || record.putBack || !record.known) keyed.delete(key);
		else
			keyed.set(key, {
				...record,
				before: first?.before ?? record.before,
				wasKnown: first?.wasKnown ?? record.wasKnown
			});
	}
	return [...keyed.values()].filter((k) => k.before !== k.value || !k.wasKnown);
}

/**
 * Settings that were changed for a program whose run is over, and that nobody has put back or
 * left so on purpose.
 */
export async function toPutBack(db: Store): Promise<KeyedValue[]> {
	const chains = new Map<string, KeyedValue>();
	for (const record of await records(db)) {
		const key = settingOf(record);
		// Keyed by hand, without a program, or put back: that is how the charger is now.
		if (record.programId === null || record.putBack || record.stays) chains.delete(key);
		else chains.set(key, { ...record, before: chains.get(key)?.before ?? record.before });
	}
	const waiting = [...chains.values()].filter((k) => k.before !== k.value);
	if (waiting.length === 0) return [];
	const programIds = [...new Set(waiting.map((k) => k.programId!))];
	const runs = await db.models.Run.findAll({
		where: { programId: { [Op.in]: programIds } },
		attributes: ['programId', 'status']
	});
	const open = new Set(
		runs.filter((r) => OPEN_STATUSES.some((s) => s === r.get('status'))).map((r) => r.get('programId'))
	);
	const ran = new Set(runs.map((r) => r.get('programId')));
	const chargers = await db.models.Charger.findAll({ attributes: ['id'] });
	const there = new Set(chargers.map((c) => c.get('id')));
	return waiting.filter((k) => ran.has(k.programId) && !open.has(k.programId) && there.has(k.chargerId));
}
