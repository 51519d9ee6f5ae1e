/**
 * Sequelize models over the tables that the migrations make, each with typed rows, from the
 * descriptions in `tables.ts`.
 */
import {
	DataTypes,
	type Model,
	type ModelAttributeColumnOptions,
	type ModelStatic,
	type Sequelize
} from 'sequelize';
import type { Run } from '$core/log/run';
import type { Field, Fields, ValuesOf } from '$core/quantity/field';
import { unwrap, wrap } from './json-column';
import { TABLES, type TableName } from './tables';

interface Kept {
	id: string;
	createdAt: Date;
	updatedAt: Date;
	/** When it was taken away; a table that keeps nothing deleted never has it. */
	deletedAt: Date | null;
}
/** A row whose values are known by their types. */
type Typed<A extends object> = Model<A, Partial<A>> & A;

/** What a row of a described table holds; moments are ISO 8601 strings, as everywhere. */
type Attributes<Name extends TableName> = Kept & ValuesOf<(typeof TABLES)[Name]['fields']>;

/** Every column but the key may be left to the table's own default. */
export type RowOf<Name extends TableName> = Typed<Attributes<Name>>;
export type RunRow = RowOf<'Run'>;

interface Chunk {
	id: number;
	runId: string;
	firstSample: number;
	samples: number;
	cells: number;
	data: Buffer;
}
interface EventRecord {
	id: number;
	at: string;
	kind: string;
	subject: string;
	detail: Record<string, unknown>;
}
/**
 * A pack in a run, with what is asked of a pack's past; kept by the database itself, never
 * written from here.
 */
interface PackInRun {
	runId: string;
	packId: string;
	position: number;
	open: boolean;
	task: Run['task'];
	startedAt: string;
	endedAt: string | null;
	endReason: Run['endReason'];
	deletedAt: Date | null;
}
type Plain<A extends object> = ModelStatic<Typed<A>>;
export type ChunkRow = Typed<Chunk>;

export type Models = { [Name in TableName]: ModelStatic<RowOf<Name>> } & {
	TelemetryChunk: Plain<Chunk>;
	Event: Plain<EventRecord>;
	Preference: Plain<{ key: string; value: unknown }>;
	RunPack: Plain<PackInRun>;
};

const { STRING, TEXT, INTEGER, DOUBLE, BOOLEAN, JSON, DATE, DATEONLY, BLOB } = DataTypes;
const key = { type: STRING(64), primaryKey: true };

/** A moment is a date in the table and an ISO 8601 string everywhere else. */
const momentColumn = (name: string): ModelAttributeColumnOptions => ({
	type: DATE,
	get() {
		const at: unknown = this.getDataValue(name);
		return at == null ? null : new Date(at as string).toISOString();
	}
});

const jsonColumn = (name: string): ModelAttributeColumnOptions => ({
	type: JSON,
	get() {
		return unwrap(this.getDataValue(name));
	},
	set(value: unknown) {
		this.setDataValue(name, wrap(value));
	}
});

/** The column that a described field is kept in. */
export function columnOf(name: string, field: Field): ModelAttributeColumnOptions {
	switch (field.kind) {
		case 'figure':
			return { type: field.whole ? INTEGER : DOUBLE };
		case 'text':
			return { type: field.lines ? TEXT : STRING };
		case 'flag':
			return { type: BOOLEAN };
		case 'day':
			return { type: DATEONLY };
		case 'moment':
			return momentColumn(name);
		case 'choice':
		case 'reference':
			return { type: STRING };
		default:
			return jsonColumn(name);
	}
}

const columnsOf = (fields: Fields): Record<string, ModelAttributeColumnOptions> =>
	Object.fromEntries(Object.entries(fields).map(([name, field]) => [name, columnOf(name, field)]));

/**
 * Declares every model on `sequelize`. Paranoid tables keep deleted rows, so that a delete can be
 * undone.
 */
export function defineModels(sequelize: Sequelize): Models {
	const table = (name: string, columns: object, options: object) =>
		sequelize.define(name, columns as never, { tableName: name, ...options });
	const bare = { timestamps: false };
	const auto = { type: INTEGER, primaryKey: true, autoIncrement: true };
	const described = Object.fromEntries(
		Object.entries(TABLES).map(([model, { name, fields, keepsDeleted }]) => [
			model,
			table(name, { id: key, ...columnsOf(fields) }, { paranoid: keepsDeleted })
		])
	);
	return {
		...described,
		TelemetryChunk: table(
			'telemetry_chunks',
			{ id: auto, runId: STRING, firstSample: INTEGER, samples: INTEGER, cells: INTEGER, data: BLOB },
			bare
		),
		Event: table(
			'events',
			{ id: auto, at: momentColumn('at'), kind: STRING, subject: STRING, detail: jsonColumn('detail') },
			bare
		),
		Preference: table(
			'preferences',
			{ key: { type: STRING, primaryKey: true }, value: jsonColumn('value') },
			bare
		),
		RunPack: table(
			'run_packs',
			{
				runId: { type: STRING, primaryKey: true },
				packId: { type: STRING, primaryKey: true },
				position: INTEGER,
				open: BOOLEAN,
				task: STRING,
				startedAt: momentColumn('startedAt'),
				endedAt: momentColumn('endedAt'),
				endReason: STRING,
				deletedAt: DATE
			},
			bare
		)
	} as unknown as Models;
}
