/** Sequelize models over the tables that the migrations make. Shapes that leave the server are Zod's; these only store. */
import { DataTypes, Model, type ModelStatic, type Sequelize } from 'sequelize';

// A row is checked by Zod on its way in and mapped on its way out, so the model itself stays untyped.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type Row = Model<any, any> & Record<string, any>;
type Table = ModelStatic<Row>;

export interface Models {
	Pack: Table;
	Reading: Table;
	Supply: Table;
	Charger: Table;
	Channel: Table;
	HeldSetting: Table;
	Program: Table;
	MemorySlot: Table;
	Run: Table;
	TelemetryChunk: Table;
	Event: Table;
	Preference: Table;
}

const { STRING, TEXT, INTEGER, DOUBLE, BOOLEAN, JSON, DATE, DATEONLY, BLOB } = DataTypes;
const key = { type: STRING(64), primaryKey: true };

/** Declares every model on `sequelize`. Paranoid tables keep deleted rows, so that a delete can be undone. */
export function defineModels(sequelize: Sequelize): Models {
	const table = (name: string, columns: object, options: object = {}): Table =>
		sequelize.define(name, columns as never, { tableName: name, ...options }) as unknown as Table;
	const kept = { paranoid: true };
	const bare = { timestamps: false };

	const Pack = table(
		'packs',
		{
			id: key,
			name: STRING,
			usedIn: STRING,
			chemistry: STRING,
			cells: INTEGER,
			parallel: INTEGER,
			capacityAh: DOUBLE,
			labelChargeRateC: DOUBLE,
			labelVoltageV: DOUBLE,
			connectorId: STRING,
			balanceLead: BOOLEAN,
			measuredCapacityAh: DOUBLE,
			condition: STRING,
			makerEndVoltageV: DOUBLE,
			electronics: STRING,
			pairId: STRING,
			practice: JSON,
			firstUsedOn: DATEONLY,
			notes: TEXT
		},
		kept
	);
	const Reading = table(
		'readings',
		{
			id: key,
			packId: STRING,
			takenAt: DATE,
			cellVoltagesV: JSON,
			packVoltageV: DOUBLE,
			state: STRING,
			usedSince: STRING,
			temperatureDegC: DOUBLE,
			cellResistancesOhm: JSON
		},
		kept
	);
	const Supply = table(
		'supplies',
		{
			id: key,
			name: STRING,
			kind: STRING,
			voltageV: DOUBLE,
			powerW: DOUBLE,
			currentA: DOUBLE,
			otherLoadW: DOUBLE,
			capacityAh: DOUBLE,
			ofVehicle: BOOLEAN
		},
		kept
	);
	const Charger = table(
		'chargers',
		{
			id: key,
			name: STRING,
			inputMinV: DOUBLE,
			inputMaxV: DOUBLE,
			inputCurrentA: DOUBLE,
			sharedPowerW: DOUBLE,
			efficiency: DOUBLE,
			overheadW: DOUBLE,
			supplyId: STRING,
			link: STRING,
			asks: JSON,
			slots: INTEGER,
			capacityKeyed: STRING,
			forgetsAtRestart: BOOLEAN,
			atCheck: STRING,
			protections: JSON,
			price: DOUBLE,
			notes: TEXT
		},
		kept
	);
	const Channel = table(
		'channels',
		{
			id: key,
			chargerId: STRING,
			position: INTEGER,
			label: STRING,
			powerW: DOUBLE,
			minCurrentA: DOUBLE,
			maxCurrentA: DOUBLE,
			currentStepA: DOUBLE,
			endVoltageStepV: DOUBLE,
			chemistries: JSON,
			balanceCurrentA: DOUBLE,
			balancePortCells: INTEGER,
			showsCells: BOOLEAN,
			dischargePowerW: DOUBLE,
			dischargeCurrentA: DOUBLE,
			voltageAccuracyV: DOUBLE,
			hasProbe: BOOLEAN,
			tasks: JSON,
			fixedCurrentA: DOUBLE,
			storageCurrentA: DOUBLE,
			storageV: DOUBLE,
			deltaVMinV: DOUBLE,
			deltaVMaxV: DOUBLE,
			deltaVStepV: DOUBLE,
			asksTrickle: BOOLEAN,
			endsOnTemperatureRise: BOOLEAN,
			knowsOwnBalancer: BOOLEAN,
			storageInPercent: BOOLEAN
		},
		kept
	);
	const HeldSetting = table('held_settings', {
		id: key,
		chargerId: STRING,
		channelId: STRING,
		position: INTEGER,
		kind: STRING,
		scope: STRING,
		task: STRING,
		defaultValue: DOUBLE,
		heldValue: DOUBLE,
		min: DOUBLE,
		max: DOUBLE,
		step: DOUBLE,
		canBeOff: BOOLEAN,
		fixed: BOOLEAN
	});
	const Program = table('programs', {
		id: key,
		packId: STRING,
		chargerId: STRING,
		channelId: STRING,
		task: STRING,
		purpose: STRING,
		settings: JSON,
		overrides: JSON,
		practice: JSON,
		name: STRING,
		version: INTEGER,
		verdict: STRING
	});
	const MemorySlot = table('memory_slots', { id: key, chargerId: STRING, slot: INTEGER, programId: STRING });
	const Run = table(
		'runs',
		{
			id: key,
			packId: STRING,
			chargerId: STRING,
			channelId: STRING,
			programId: STRING,
			mode: STRING,
			status: STRING,
			task: STRING,
			purpose: STRING,
			settings: JSON,
			overridden: JSON,
			expectedMin: DOUBLE,
			expectedP95Min: DOUBLE,
			expectedAh: DOUBLE,
			startedAt: DATE,
			endedAt: DATE,
			endReason: STRING,
			durationS: DOUBLE,
			chargeAh: DOUBLE,
			peakTemperatureDegC: DOUBLE,
			endCellVoltagesV: JSON,
			notes: TEXT
		},
		kept
	);
	const TelemetryChunk = table(
		'telemetry_chunks',
		{
			id: { type: INTEGER, primaryKey: true, autoIncrement: true },
			runId: STRING,
			firstSample: INTEGER,
			samples: INTEGER,
			cells: INTEGER,
			data: BLOB
		},
		bare
	);
	const Event = table(
		'events',
		{
			id: { type: INTEGER, primaryKey: true, autoIncrement: true },
			at: DATE,
			kind: STRING,
			subject: STRING,
			detail: JSON
		},
		bare
	);
	const Preference = table('preferences', { key: { type: STRING, primaryKey: true }, value: JSON }, bare);

	return {
		Pack,
		Reading,
		Supply,
		Charger,
		Channel,
		HeldSetting,
		Program,
		MemorySlot,
		Run,
		TelemetryChunk,
		Event,
		Preference
	};
}
