/**
 * What the other chemistries and tasks need of packs, channels, chargers, supplies and programs;
 * memory slots.
 */
import { DataTypes, type QueryInterface } from 'sequelize';
import { columnOnce, indexOnce } from './once';

const { STRING, INTEGER, DOUBLE, BOOLEAN, JSON, DATE } = DataTypes;

type Column = { type: object; allowNull: boolean; defaultValue?: unknown };
const optional = (type: object): Column => ({ type, allowNull: true });
const withDefault = (type: object, defaultValue: unknown): Column => ({
	type,
	allowNull: false,
	defaultValue
});

const COLUMNS: Record<string, Record<string, Column>> = {
	packs: {
		makerEndVoltageV: optional(DOUBLE),
		electronics: withDefault(STRING(20), 'none'),
		pairId: optional(STRING(64)),
		practice: withDefault(JSON, {})
	},
	channels: {
		tasks: withDefault(JSON, ['balance', 'charge', 'storage', 'discharge']),
		fixedCurrentA: optional(DOUBLE),
		storageCurrentA: optional(DOUBLE),
		storageV: optional(DOUBLE),
		deltaVMinV: optional(DOUBLE),
		deltaVMaxV: optional(DOUBLE),
		deltaVStepV: optional(DOUBLE),
		asksTrickle: withDefault(BOOLEAN, false),
		endsOnTemperatureRise: withDefault(BOOLEAN, false),
		knowsOwnBalancer: withDefault(BOOLEAN, false),
		storageInPercent: withDefault(BOOLEAN, false)
	},
	chargers: {
		slots: withDefault(INTEGER, 0),
		capacityKeyed: withDefault(STRING(20), 'not asked'),
		forgetsAtRestart: withDefault(BOOLEAN, false),
		atCheck: withDefault(STRING(20), 'waits'),
		protections: withDefault(JSON, ['reversed polarity', 'cell count', 'over-voltage']),
		price: optional(DOUBLE)
	},
	held_settings: { task: optional(STRING(20)) },
	supplies: {
		otherLoadW: withDefault(DOUBLE, 0),
		capacityAh: optional(DOUBLE),
		ofVehicle: withDefault(BOOLEAN, false)
	},
	programs: {
		practice: withDefault(JSON, {}),
		/** Kept under a name by the person; null for a program that was only started or carded. */
		name: optional(STRING(80)),
		version: optional(INTEGER)
	}
};

export async function up(q: QueryInterface): Promise<void> {
	for (const [table, columns] of Object.entries(COLUMNS))
		for (const [name, column] of Object.entries(columns)) await columnOnce(q, table, name, column);
	await indexOnce(q, 'programs', ['packId', 'name']);
	await q.createTable('memory_slots', {
		id: { type: STRING(64), primaryKey: true, allowNull: false },
		chargerId: {
			type: STRING(64),
			allowNull: false,
			references: { model: 'chargers', key: 'id' },
			onDelete: 'CASCADE',
			onUpdate: 'CASCADE'
		},
		slot: { type: INTEGER, allowNull: false },
		programId: {
			type: STRING(64),
			allowNull: false,
			references: { model: 'programs', key: 'id' },
			onDelete: 'CASCADE',
			onUpdate: 'CASCADE'
		},
		createdAt: { type: DATE, allowNull: false },
		updatedAt: { type: DATE, allowNull: false }
	});
	await indexOnce(q, 'memory_slots', ['chargerId', 'slot'], { unique: true });
}

export async function down(q: QueryInterface): Promise<void> {
	await q.dropTable('memory_slots');
	await q.removeIndex('programs', ['packId', 'name']);
	for (const [table, columns] of Object.entries(COLUMNS))
		// Dropped by SQLite itself: rebuilding a table that others refer to would break those references.
		for (const name of Object.keys(columns))
			await q.sequelize.query(`ALTER TABLE ${table} DROP COLUMN ${name}`);
}
