/** Rows to shapes. */
import type { Charger } from '$core/charger/charger';
import type { Supply } from '$core/charger/supply';
import type { Run } from '$core/log/run';
import type { Pack } from '$core/pack/pack';
import type { Reading } from '$core/pack/reading';
import type { ValuesOf } from '$core/quantity/field';
import type { RowOf } from './models';
import { TABLES, type TableName } from './tables';

type Shape<Name extends TableName> = { id: string } & ValuesOf<(typeof TABLES)[Name]['fields']>;

/** What the description of a table names, and its id. */
export function shapeOf<Name extends TableName>(name: Name, row: RowOf<Name>): Shape<Name> {
	const keys = ['id', ...Object.keys(TABLES[name].fields)] as (keyof RowOf<Name>)[];
	return Object.fromEntries(keys.map((key) => [key, row.get(key) ?? null])) as Shape<Name>;
}

export const toPack = (row: RowOf<'Pack'>): Pack => shapeOf('Pack', row);
export const toReading = (row: RowOf<'Reading'>): Reading => shapeOf('Reading', row);
export const toSupply = (row: RowOf<'Supply'>): Supply => shapeOf('Supply', row);
export const toRun = (row: RowOf<'Run'>): Run => shapeOf('Run', row);

const byPosition = (a: { position: number }, b: { position: number }) => a.position - b.position;

export function toCharger(
	row: RowOf<'Charger'>,
	channels: RowOf<'Channel'>[],
	held: RowOf<'HeldSetting'>[]
): Charger {
	const parts = {
		channels: channels.map((c) => shapeOf('Channel', c)).sort(byPosition),
		held: held.map((h) => shapeOf('HeldSetting', h)).sort(byPosition)
	};
	return {
		...shapeOf('Charger', row),
		channels: parts.channels.map(({ position: _p, chargerId: _c, ...channel }) => channel),
		held: parts.held.map(({ id: _id, position: _p, chargerId: _c, ...setting }) => setting)
	};
}
