/**
 * The first tables: packs and readings, supplies, chargers with channels and held settings,
 * programs, runs, telemetry.
 */
import { DataTypes, type QueryInterface } from 'sequelize';
import { indexOnce } from './once';

const { STRING, TEXT, INTEGER, DOUBLE, BOOLEAN, JSON, DATE, DATEONLY, BLOB } = DataTypes;

const id = { type: STRING(64), primaryKey: true, allowNull: false };
const stamps = { createdAt: { type: DATE, allowNull: false }, updatedAt: { type: DATE, allowNull: false } };
const deleted = { deletedAt: { type: DATE, allowNull: true } };
const required = (type: object) => ({ type: type as never, allowNull: false });
const optional = (type: object) => ({ type: type as never, allowNull: true });
const reference = (table: string, onDelete: 'CASCADE' | 'RESTRICT' | 'SET NULL', allowNull = false) => ({
	type: STRING(64),
	allowNull,
	references: { model: table, key: 'id' },
	onDelete,
	onUpdate: 'CASCADE'
});

export async function up(q: QueryInterface): Promise<void> {
	await q.createTable('packs', {
		id,
		name: required(STRING(80)),
		usedIn: required(STRING(120)),
		chemistry: required(STRING(20)),
		cells: required(INTEGER),
		parallel: required(INTEGER),
		capacityAh: required(DOUBLE),
		labelChargeRateC: optional(DOUBLE),
		labelVoltageV: optional(DOUBLE),
		connectorId: optional(STRING(40)),
		balanceLead: required(BOOLEAN),
		measuredCapacityAh: optional(DOUBLE),
		condition: required(STRING(20)),
		firstUsedOn: optional(DATEONLY),
		notes: required(TEXT),
		...stamps,
		...deleted
	});
	await q.createTable('readings', {
		id,
		packId: reference('packs', 'CASCADE'),
		takenAt: required(DATE),
		cellVoltagesV: optional(JSON),
		packVoltageV: optional(DOUBLE),
		state: required(STRING(20)),
		temperatureDegC: optional(DOUBLE),
		cellResistancesOhm: optional(JSON),
		...stamps
	});
	await indexOnce(q, 'readings', ['packId', 'takenAt']);
	await q.createTable('supplies', {
		id,
		name: required(STRING(80)),
		kind: required(STRING(20)),
		voltageV: required(DOUBLE),
		powerW: optional(DOUBLE),
		currentA: optional(DOUBLE),
		...stamps,
		...deleted
	});
	await q.createTable('chargers', {
		id,
		name: required(STRING(80)),
		inputMinV: required(DOUBLE),
		inputMaxV: required(DOUBLE),
		inputCurrentA: optional(DOUBLE),
		sharedPowerW: optional(DOUBLE),
		efficiency: required(DOUBLE),
		overheadW: required(DOUBLE),
		supplyId: reference('supplies', 'SET NULL', true),
		link: required(STRING(20)),
		asks: required(JSON),
		notes: required(TEXT),
		...stamps,
		...deleted
	});
	await q.createTable('channels', {
		id,
		chargerId: reference('chargers', 'CASCADE'),
		position: required(INTEGER),
		label: required(STRING(20)),
		powerW: required(DOUBLE),
		minCurrentA: required(DOUBLE),
		maxCurrentA: required(DOUBLE),
		currentStepA: required(DOUBLE),
		endVoltageStepV: optional(DOUBLE),
		chemistries: required(JSON),
		balanceCurrentA: required(DOUBLE),
		balancePortCells: required(INTEGER),
		showsCells: required(BOOLEAN),
		dischargePowerW: required(DOUBLE),
		dischargeCurrentA: required(DOUBLE),
		voltageAccuracyV: required(DOUBLE),
		hasProbe: required(BOOLEAN),
		...stamps,
		...deleted
	});
	await indexOnce(q, 'channels', ['chargerId', 'position']);
	await q.createTable('held_settings', {
		id,
		chargerId: reference('chargers', 'CASCADE'),
		channelId: reference('channels', 'CASCADE', true),
		position: required(INTEGER),
		kind: required(STRING(40)),
		scope: required(STRING(20)),
		defaultValue: optional(DOUBLE),
		heldValue: optional(DOUBLE),
		min: required(DOUBLE),
		max: required(DOUBLE),
		step: required(DOUBLE),
		canBeOff: required(BOOLEAN),
		fixed: required(BOOLEAN),
		...stamps
	});
	await q.createTable('programs', {
		id,
		packId: reference('packs', 'CASCADE'),
		chargerId: reference('chargers', 'CASCADE'),
		channelId: reference('channels', 'CASCADE'),
		task: required(STRING(20)),
		purpose: required(STRING(20)),
		settings: required(JSON),
		overrides: required(JSON),
		verdict: required(STRING(10)),
		...stamps
	});
	await q.createTable('runs', {
		id,
		packId: reference('packs', 'CASCADE'),
		chargerId: reference('chargers', 'CASCADE'),
		channelId: reference('channels', 'CASCADE'),
		programId: reference('programs', 'SET NULL', true),
		mode: required(STRING(20)),
		status: required(STRING(20)),
		task: required(STRING(20)),
		purpose: required(STRING(20)),
		settings: required(JSON),
		overridden: required(JSON),
		expectedMin: optional(DOUBLE),
		expectedP95Min: optional(DOUBLE),
		expectedAh: optional(DOUBLE),
		startedAt: required(DATE),
		endedAt: optional(DATE),
		endReason: optional(STRING(20)),
		durationS: optional(DOUBLE),
		chargeAh: optional(DOUBLE),
		peakTemperatureDegC: optional(DOUBLE),
		endCellVoltagesV: optional(JSON),
		notes: required(TEXT),
		...stamps,
		...deleted
	});
	await indexOnce(q, 'runs', ['startedAt']);
	await indexOnce(q, 'runs', ['packId', 'startedAt']);
	await indexOnce(q, 'runs', ['status']);
	// Two windows may press start at the same moment: the database itself allows one run a channel
	// and one a pack.
	for (const column of ['channelId', 'packId'])
		await q.sequelize.query(
			`CREATE UNIQUE INDEX IF NOT EXISTS runs_one_running_per_${column} ON runs (${column}) WHERE status = 'running' AND deletedAt IS NULL`
		);
	await q.createTable('telemetry_chunks', {
		id: { type: INTEGER, primaryKey: true, autoIncrement: true },
		runId: reference('runs', 'CASCADE'),
		firstSample: required(INTEGER),
		samples: required(INTEGER),
		cells: required(INTEGER),
		data: required(BLOB)
	});
	await indexOnce(q, 'telemetry_chunks', ['runId', 'firstSample'], { unique: true });
	await q.createTable('events', {
		id: { type: INTEGER, primaryKey: true, autoIncrement: true },
		at: required(DATE),
		kind: required(STRING(40)),
		subject: required(STRING(64)),
		detail: required(JSON)
	});
	await q.createTable('preferences', { key: { type: STRING(40), primaryKey: true }, value: required(JSON) });
}

export async function down(q: QueryInterface): Promise<void> {
	for (const table of [
		'preferences',
		'events',
		'telemetry_chunks',
		'runs',
		'programs',
		'held_settings',
		'channels',
		'chargers',
		'supplies',
		'readings',
		'packs'
	])
		await q.dropTable(table);
}
