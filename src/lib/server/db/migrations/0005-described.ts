/**
 * The database refuses by itself what no field allows; JSON carries the version of its shape; a
 * run may be of several packs, and the packs in runs are a table that allows each pack one open
 * run. Whatever an existing row holds that no field allows is mended, and the record says what it
 * was. Samples are left out: only the program itself writes them, and there may be a gigabyte.
 * Frozen: what fields allow later is the matter of a later migration.
 */
import { QueryTypes, type QueryInterface } from 'sequelize';
import { rebuildTable } from './rebuild';

interface Rule {
	column: string;
	/** What must hold of it. */
	check: string;
	/** What takes the place of a value of which it does not hold, in SQL. */
	mend: string;
}

const figure = (column: string, least: number, most: number): Rule => ({
	column,
	check: `typeof(${column}) IN ('integer', 'real') AND ${column} BETWEEN ${least} AND ${most}`,
	mend: `MIN(MAX(CAST(${column} AS REAL), ${least}), ${most})`
});
const whole = (column: string, least: number, most: number): Rule => ({
	column,
	check: `typeof(${column}) = 'integer' AND ${column} BETWEEN ${least} AND ${most}`,
	mend: `MIN(MAX(CAST(${column} AS INTEGER), ${least}), ${most})`
});
/** A figure that may be unknown: one that cannot be is as good as unknown. */
const orNull = (rule: Rule): Rule => ({
	...rule,
	check: `${rule.column} IS NULL OR (${rule.check})`,
	mend: 'NULL'
});
const flag = (column: string, otherwise = 0): Rule => ({
	column,
	check: `${column} IN (0, 1)`,
	mend: String(otherwise)
});
/** `otherwise` is the word that claims least. */
const oneOf = (column: string, words: string[], otherwise: string): Rule => ({
	column,
	check: `${column} IN (${words.map((w) => `'${w}'`).join(', ')})`,
	mend: `'${otherwise}'`
});
const written = (column: string, otherwise = 'unnamed'): Rule => ({
	column,
	check: `length(trim(${column})) > 0`,
	mend: `'${otherwise}'`
});

const RULES: Record<string, Rule[]> = {
	packs: [
		written('name'),
		whole('cells', 1, 24),
		whole('parallel', 1, 20),
		figure('capacityAh', 0.01, 500),
		orNull(figure('labelChargeRateC', 0.05, 20)),
		orNull(figure('labelVoltageV', 0.5, 80)),
		flag('balanceLead'),
		orNull(figure('measuredCapacityAh', 0.001, 500)),
		oneOf('condition', ['in service', 'quarantine', 'swollen', 'damaged', 'retired'], 'quarantine'),
		orNull(figure('makerEndVoltageV', 1, 4.4)),
		oneOf('electronics', ['none', 'own balancer', 'discharges itself'], 'none')
	],
	readings: [
		orNull(figure('packVoltageV', 0, 90)),
		oneOf('state', ['rest', 'loaded', 'just used'], 'loaded'),
		oneOf('usedSince', ['not said', 'not used', 'used', 'until it faded'], 'not said'),
		orNull(figure('temperatureDegC', -40, 120))
	],
	supplies: [
		written('name'),
		oneOf('kind', ['bench supply', 'mains', 'lead battery'], 'bench supply'),
		figure('voltageV', 5, 420),
		orNull(figure('powerW', 1, 20000)),
		orNull(figure('currentA', 0.1, 1000)),
		figure('otherLoadW', 0, 20000),
		orNull(figure('capacityAh', 0.5, 2000)),
		flag('ofVehicle')
	],
	chargers: [
		written('name'),
		figure('inputMinV', 5, 420),
		figure('inputMaxV', 5, 420),
		orNull(figure('inputCurrentA', 0.1, 200)),
		orNull(figure('sharedPowerW', 1, 20000)),
		figure('efficiency', 0.3, 1),
		figure('overheadW', 0, 200),
		whole('slots', 0, 99),
		oneOf('capacityKeyed', ['not asked', 'a title only', 'sets the current'], 'not asked'),
		flag('forgetsAtRestart'),
		oneOf('atCheck', ['waits', 'starts by itself', 'cancels by itself'], 'waits'),
		orNull(figure('price', 0.01, 1e6))
	],
	channels: [
		written('label', '?'),
		whole('position', 0, 1000),
		figure('powerW', 1, 5000),
		figure('minCurrentA', 0.001, 50),
		figure('maxCurrentA', 0.05, 100),
		figure('currentStepA', 0.001, 10),
		orNull(figure('endVoltageStepV', 0.001, 0.1)),
		figure('balanceCurrentA', 0, 20),
		whole('balancePortCells', 0, 24),
		flag('showsCells'),
		figure('dischargePowerW', 0, 2000),
		figure('dischargeCurrentA', 0, 100),
		figure('voltageAccuracyV', 0, 0.1),
		flag('hasProbe'),
		orNull(figure('fixedCurrentA', 0.01, 100)),
		orNull(figure('storageCurrentA', 0.01, 100)),
		orNull(figure('storageV', 3, 4.2)),
		orNull(figure('deltaVMinV', 0.001, 0.05)),
		orNull(figure('deltaVMaxV', 0.001, 0.05)),
		orNull(figure('deltaVStepV', 0.0005, 0.01)),
		flag('asksTrickle'),
		flag('endsOnTemperatureRise'),
		flag('knowsOwnBalancer'),
		flag('storageInPercent')
	],
	held_settings: [
		whole('position', 0, 1000),
		oneOf('scope', ['charger', 'channel', 'slot'], 'charger'),
		orNull(figure('defaultValue', 0, 1e6)),
		orNull(figure('heldValue', 0, 1e6)),
		figure('min', 0, 1e6),
		figure('max', 0, 1e6),
		figure('step', 1e-7, 1e6),
		flag('canBeOff', 1),
		flag('fixed')
	],
	programs: [orNull(whole('version', 1, 1e6)), oneOf('verdict', ['clear', 'check', 'stop'], 'stop')],
	memory_slots: [whole('slot', 1, 99)],
	runs: [
		oneOf('mode', ['link', 'by hand'], 'by hand'),
		oneOf('status', ['starting', 'running', 'ended'], 'ended'),
		orNull(figure('expectedMin', 0, 1e6)),
		orNull(figure('expectedP95Min', 0, 1e6)),
		orNull(figure('expectedAh', -1000, 1000)),
		orNull(figure('durationS', 0, 1e8)),
		orNull(figure('chargeAh', -1000, 1000)),
		orNull(figure('peakTemperatureDegC', -60, 400))
	],
	events: [],
	preferences: []
};

/** Columns of JSON; `otherwise` takes the place of what is none. */
const JSONS: Record<string, Record<string, string>> = {
	packs: { practice: '{}' },
	readings: { cellVoltagesV: '', cellResistancesOhm: '' },
	chargers: { asks: '[]', protections: '[]' },
	channels: { chemistries: '[]', tasks: '["charge"]' },
	programs: { settings: '{}', overrides: '{}', practice: '{}', joined: '[]' },
	runs: { settings: '{}', overridden: '[]', endCellVoltagesV: '', joined: '[]' },
	events: { detail: '{}' },
	preferences: { value: '{}' }
};

const versioned = (column: string, mayBeNull: boolean): string =>
	`${mayBeNull ? `${column} IS NULL OR ` : ''}CASE WHEN json_valid(${column}) THEN coalesce(json_extract(${column}, '$.v') >= 1, 0) ELSE 0 END`;
const wrapped = (json: string): string => `json_object('v', 1, 'value', json(${json}))`;

async function mend(q: QueryInterface, table: string, key: string, rules: readonly Rule[]): Promise<void> {
	const wrong = rules.map(({ check }) => `NOT coalesce((${check}), 0)`).join(' OR ');
	const [found] = await q.sequelize.query(`SELECT 1 FROM ${table} WHERE ${wrong || 0} LIMIT 1`, {
		type: QueryTypes.SELECT
	});
	if (!found) return;
	const now = new Date().toISOString().replace('T', ' ').replace('Z', ' +00:00');
	for (const { column, check, mend: instead } of rules) {
		const broken = `NOT coalesce((${check}), 0)`;
		await q.sequelize.query(
			`INSERT INTO events (at, kind, subject, detail)
			 SELECT :now, 'mended at upgrade', ${key},
			   json_object('table', '${table}', 'column', '${column}', 'was', CAST(${column} AS TEXT))
			 FROM ${table} WHERE ${broken}`,
			{ replacements: { now } }
		);
		await q.sequelize.query(`UPDATE ${table} SET ${column} = ${instead} WHERE ${broken}`);
	}
}

/** The statement that made a table, for another name, with more constraints at its end. */
async function restated(q: QueryInterface, table: string, checks: readonly string[]) {
	const [{ sql }] = await q.sequelize.query<{ sql: string }>(
		`SELECT sql FROM sqlite_master WHERE type = 'table' AND name = :table`,
		{ type: QueryTypes.SELECT, replacements: { table } }
	);
	const end = sql.lastIndexOf(')');
	const constraints = checks.map((check) => `, CHECK (${check})`).join('');
	const body = sql.slice(0, end) + constraints + sql.slice(end);
	return (name: string) => body.replace(/^CREATE TABLE\s+[`"]?\w+[`"]?/, `CREATE TABLE ${name}`);
}

/**
 * The packs in runs follow the runs by themselves, so that no way of writing a run forgets them.
 */
const TRIGGERS = [
	`CREATE TRIGGER runs_have_packs AFTER INSERT ON runs BEGIN
	   INSERT INTO run_packs SELECT NEW.id, NEW.packId, 0, NEW.status <> 'ended' AND NEW.deletedAt IS NULL, NEW.task,
	     NEW.startedAt, NEW.endedAt, NEW.endReason, NEW.deletedAt;
	   INSERT INTO run_packs SELECT NEW.id, value, key + 1, NEW.status <> 'ended' AND NEW.deletedAt IS NULL, NEW.task,
	     NEW.startedAt, NEW.endedAt, NEW.endReason, NEW.deletedAt FROM json_each(NEW.joined, '$.value');
	 END`,
	`CREATE TRIGGER runs_tell_packs AFTER UPDATE OF status, task, startedAt, endedAt, endReason, deletedAt ON runs BEGIN
	   UPDATE run_packs SET open = NEW.status <> 'ended' AND NEW.deletedAt IS NULL, task = NEW.task,
	     startedAt = NEW.startedAt, endedAt = NEW.endedAt, endReason = NEW.endReason, deletedAt = NEW.deletedAt
	   WHERE runId = NEW.id;
	 END`
];

const PAST = 'packId, deletedAt, endedAt, task, endReason, startedAt';
const INDEXES = [
	'CREATE UNIQUE INDEX run_packs_one_open ON run_packs (packId) WHERE open',
	// It holds every column that is asked for, so that the runs themselves, with their settings, are
	// not read.
	`CREATE INDEX run_packs_past ON run_packs (${PAST})`,
	'CREATE INDEX run_packs_by_start ON run_packs (packId, deletedAt, startedAt)'
];
/** Indexes on runs that those above take the place of. */
const REPLACED = ['runs_one_open_per_packId', 'runs_past', 'runs_of_pack'];

/** JSON columns of a table that are made with a default must have one that the constraint takes. */
const defaults = (create: (name: string) => string) => (name: string) =>
	create(name).replace(
		/JSON( NOT NULL)? DEFAULT '((?:[^']|'')*)'/g,
		(_, notNull = '', json: string) => `JSON${notNull} DEFAULT '{"v":1,"value":${json}}'`
	);

export async function up(q: QueryInterface): Promise<void> {
	for (const table of ['runs', 'programs'])
		await q.sequelize.query(`ALTER TABLE ${table} ADD COLUMN joined JSON NOT NULL DEFAULT '[]'`);
	for (const [table, rules] of Object.entries(RULES)) {
		const jsons = Object.entries(JSONS[table] ?? {});
		const key = table === 'preferences' ? 'key' : 'id';
		await mend(q, table, key, [
			...rules,
			...jsons.map(([column, otherwise]) => ({
				column,
				check: otherwise ? `json_valid(${column})` : `${column} IS NULL OR json_valid(${column})`,
				mend: otherwise ? `'${otherwise}'` : 'NULL'
			}))
		]);
	}
	// A pack whose make-up was nonsense is believed in nothing until somebody has looked at it.
	await q.sequelize.query(
		`UPDATE packs SET condition = 'quarantine' WHERE condition = 'in service' AND id IN (
		   SELECT subject FROM events WHERE kind = 'mended at upgrade' AND json_extract(detail, '$.table') = 'packs'
		     AND json_extract(detail, '$.column') IN ('cells', 'parallel', 'capacityAh'))`
	);
	// Every table is mended before the record of it, which is in JSON itself, is wrapped.
	for (const [table, rules] of Object.entries(RULES)) {
		const jsons = Object.entries(JSONS[table] ?? {});
		for (const [column] of jsons)
			await q.sequelize.query(
				`UPDATE ${table} SET ${column} = ${wrapped(column)} WHERE ${column} IS NOT NULL`
			);
		const checks = [
			...rules.map((rule) => rule.check),
			...jsons.map(([column, otherwise]) => versioned(column, otherwise === ''))
		];
		await rebuildTable(q, table, defaults(await restated(q, table, checks)));
	}
	for (const name of REPLACED) await q.sequelize.query(`DROP INDEX ${name}`);
	await q.sequelize.query(
		`CREATE TABLE run_packs (
		   runId VARCHAR(64) NOT NULL REFERENCES runs (id) ON DELETE CASCADE ON UPDATE CASCADE,
		   packId VARCHAR(64) NOT NULL REFERENCES packs (id) ON DELETE CASCADE ON UPDATE CASCADE,
		   position INTEGER NOT NULL, open TINYINT(1) NOT NULL, task VARCHAR(20) NOT NULL, startedAt DATETIME NOT NULL,
		   endedAt DATETIME, endReason VARCHAR(20), deletedAt DATETIME,
		   PRIMARY KEY (runId, packId)
		 )`
	);
	await q.sequelize.query(
		`INSERT INTO run_packs SELECT id, packId, 0, status <> 'ended' AND deletedAt IS NULL, task, startedAt, endedAt,
		   endReason, deletedAt FROM runs`
	);
	for (const statement of [...INDEXES, ...TRIGGERS]) await q.sequelize.query(statement);
}

export async function down(q: QueryInterface): Promise<void> {
	for (const name of ['runs_have_packs', 'runs_tell_packs']) await q.sequelize.query(`DROP TRIGGER ${name}`);
	await q.sequelize.query('DROP TABLE run_packs');
	for (const [table, rules] of Object.entries(RULES)) {
		const jsons = Object.keys(JSONS[table] ?? {});
		const [{ sql }] = await q.sequelize.query<{ sql: string }>(
			`SELECT sql FROM sqlite_master WHERE type = 'table' AND name = :table`,
			{ type: QueryTypes.SELECT, replacements: { table } }
		);
		const constraints = rules.length + jsons.length;
		const at = constraints ? sql.split(', CHECK (').slice(0, -constraints).join(', CHECK (') + ')' : sql;
		const bare = at.replace(/DEFAULT '\{"v":1,"value":((?:[^']|'')*)\}'/g, "DEFAULT '$1'");
		await rebuildTable(q, table, (name) =>
			bare.replace(/^CREATE TABLE\s+[`"]?\w+[`"]?/, `CREATE TABLE ${name}`)
		);
		for (const column of jsons)
			await q.sequelize.query(
				`UPDATE ${table} SET ${column} = json_extract(${column}, '$.value') WHERE ${column} IS NOT NULL`
			);
	}
	for (const table of ['runs', 'programs'])
		await q.sequelize.query(`ALTER TABLE ${table} DROP COLUMN joined`);
	await q.sequelize.query(`CREATE INDEX runs_past ON runs (${PAST})`);
	await q.sequelize.query('CREATE INDEX runs_of_pack ON runs (packId, deletedAt, startedAt)');
	await q.sequelize.query(
		`CREATE UNIQUE INDEX runs_one_open_per_packId ON runs (packId) WHERE status IN ('starting', 'running') AND deletedAt IS NULL`
	);
}
