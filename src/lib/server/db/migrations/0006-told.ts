/**
 * What could not be told: two equal main leads, the cutoff of a model, where a pack lies, the
 * cells on a charger's own page and how far that charger is off, ports that need no board, a held
 * value kept per chemistry. Frozen.
 */
import type { QueryInterface } from 'sequelize';

const figure = (column: string, least: number, most: number): string =>
	`CHECK (${column} IS NULL OR (typeof(${column}) IN ('integer', 'real') AND ${column} BETWEEN ${least} AND ${most}))`;
const oneOf = (column: string, words: string[]): string =>
	`NOT NULL DEFAULT '${words[0]}' CHECK (${column} IN (${words.map((w) => `'${w}'`).join(', ')}))`;
const versioned = (column: string): string =>
	`CHECK (${column} IS NULL OR CASE WHEN json_valid(${column}) THEN coalesce(json_extract(${column}, '$.v') >= 1, 0) ELSE 0 END)`;

const COLUMNS: [table: string, column: string, rest: string][] = [
	['packs', 'mainLeads', `VARCHAR(20) ${oneOf('mainLeads', ['one', 'two equal'])}`],
	['packs', 'modelCutoffV', `DOUBLE PRECISION ${figure('modelCutoffV', 0.5, 4.2)}`],
	['packs', 'keptAt', `VARCHAR(120) NOT NULL DEFAULT ''`],
	[
		'packs',
		'keptIn',
		`VARCHAR(20) ${oneOf('keptIn', ['not said', 'fire-resistant box', 'bag', 'open shelf', 'its model', 'a vehicle'])}`
	],
	['packs', 'keptDegC', `DOUBLE PRECISION ${figure('keptDegC', -30, 70)}`],
	['readings', 'chargerCellsV', `JSON ${versioned('chargerCellsV')}`],
	['readings', 'chargerChannelId', 'VARCHAR(64)'],
	['channels', 'showsMoreV', `DOUBLE PRECISION ${figure('showsMoreV', -0.2, 0.2)}`],
	['channels', 'portBuiltIn', `TINYINT(1) NOT NULL DEFAULT 0 CHECK (portBuiltIn IN (0, 1))`],
	['held_settings', 'chemistry', 'VARCHAR(20)']
];

export async function up(q: QueryInterface): Promise<void> {
	for (const [table, column, rest] of COLUMNS)
		await q.sequelize.query(`ALTER TABLE ${table} ADD COLUMN ${column} ${rest}`);
}

export async function down(q: QueryInterface): Promise<void> {
	for (const [table, column] of [...COLUMNS].reverse())
		await q.sequelize.query(`ALTER TABLE ${table} DROP COLUMN ${column}`);
}
