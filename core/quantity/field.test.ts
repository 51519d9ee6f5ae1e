/** What descriptions say, and that schema, draft and messages all say the same of them. */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import fc from 'fast-check';
import { DESCRIPTIONS, figuresOf } from '../../tests/support/descriptions';
import {
	choice,
	choices,
	day,
	figure,
	figures,
	flag,
	group,
	ids,
	layer,
	moment,
	optionsOf,
	parts,
	reference,
	shown,
	stored,
	text,
	wordsOf,
	type Field,
	type Fields
} from './field';
import { checkedDraft, draftOf, figureText, readDraft, readFigure } from './field-draft';
import { fieldSchema, layerOf, schemaOf } from './field-schema';

/**
 * Least, most, read × stored, unit, and what it starts with. Common practice, no source: what
 * hobby packs and chargers have.
 */
const RANGES: Record<string, [number, number, number, string, unknown]> = {
	'PACK.cells': [1, 24, 1, 'S', 'none'],
	'PACK.parallel': [1, 20, 1, 'P', 1],
	'PACK.capacityAh': [0.01, 500, 1000, 'mAh', 'none'],
	'PACK.labelChargeRateC': [0.05, 20, 1, 'C', null],
	'PACK.labelVoltageV': [0.5, 80, 1, 'V', null],
	'PACK.measuredCapacityAh': [0.001, 500, 1000, 'mAh', null],
	'PACK.makerEndVoltageV': [1, 4.4, 1, 'V/cell', null],
	'PACK.modelCutoffV': [0.5, 4.2, 1, 'V/cell', null],
	'PACK.keptDegC': [-30, 70, 1, '°C', null],
	'PACK.practice.hurryMaxC': [0.5, 20, 1, 'C', 'none'],
	'PACK.practice.noLabelC': [0.1, 5, 1, 'C', 'none'],
	'PACK.practice.storageV': [3.5, 3.95, 1, 'V/cell', 'none'],
	'PACK.practice.storageShare': [0.4, 0.7, 100, '%', 'none'],
	'PACK.practice.cautiousBelowV': [3, 3.8, 1, 'V', 'none'],
	'PACK.practice.dischargeC': [0.05, 2, 1, 'C', 'none'],
	'PACK.practice.storageAfterDays': [1, 30, 1, 'days', 'none'],
	'PLAN.planned.currentA': [0, 300, 1, 'A', 'none'],
	'PLAN.planned.wear': [0, 1000, 1, '', 'none'],
	'CASE.screen.setA': [0.01, 300, 1, 'A', null],
	'CASE.screen.countRead': [0, 24, 1, 'S', null],
	'CASE.screen.cellsV': [-3, 13, 1, 'V', 'none'],
	'CASE.screen.mainV': [0, 100, 1, 'V', null],
	'CASE.screen.currentA': [0, 300, 1, 'A', null],
	'CASE.screen.minutes': [0, 10000, 1, 'min', null],
	'CASE.screen.chargeAh': [0, 1000, 1000, 'mAh', null],
	'READING.cellVoltagesV': [-3, 6, 1, 'V', 'none'],
	'READING.chargerCellsV': [-3, 6, 1, 'V', 'none'],
	'READING.packVoltageV': [0, 90, 1, 'V', null],
	'READING.temperatureDegC': [-40, 120, 1, '°C', null],
	'READING.cellResistancesOhm': [0.00001, 2, 1000, 'mΩ', 'none'],
	'SUPPLY.voltageV': [5, 420, 1, 'V', 'none'],
	'SUPPLY.powerW': [1, 20000, 1, 'W', null],
	'SUPPLY.currentA': [0.1, 1000, 1, 'A', null],
	'SUPPLY.otherLoadW': [0, 20000, 1, 'W', 0],
	'SUPPLY.capacityAh': [0.5, 2000, 1, 'Ah', null],
	'CHARGER.inputMinV': [5, 420, 1, 'V', 'none'],
	'CHARGER.inputMaxV': [5, 420, 1, 'V', 'none'],
	'CHARGER.inputCurrentA': [0.1, 200, 1, 'A', null],
	'CHARGER.sharedPowerW': [1, 20000, 1, 'W', null],
	'CHARGER.efficiency': [0.3, 1, 100, '%', 0.8],
	'CHARGER.overheadW': [0, 200, 1, 'W', 5],
	'CHARGER.held.defaultValue': [0, 1000000, 1, '', 'none'],
	'CHARGER.held.heldValue': [0, 1000000, 1, '', 'none'],
	'CHARGER.held.min': [0, 1000000, 1, '', 'none'],
	'CHARGER.held.max': [0, 1000000, 1, '', 'none'],
	'CHARGER.held.step': [1e-7, 1000000, 1, '', 'none'],
	'CHARGER.slots': [0, 99, 1, '', 0],
	'CHARGER.price': [0.01, 1000000, 1, '', null],
	'CHANNEL.powerW': [1, 5000, 1, 'W', 'none'],
	'CHANNEL.maxCurrentA': [0.05, 100, 1, 'A', 'none'],
	'CHANNEL.minCurrentA': [0.001, 50, 1, 'A', 'none'],
	'CHANNEL.currentStepA': [0.001, 10, 1, 'A', 'none'],
	'CHANNEL.endVoltageStepV': [0.001, 0.1, 1, 'V', 'none'],
	'CHANNEL.chemistries.minCells': [1, 24, 1, 'S', 'none'],
	'CHANNEL.chemistries.maxCells': [1, 24, 1, 'S', 'none'],
	'CHANNEL.chemistries.endVoltageMinV': [1, 5, 1, 'V', null],
	'CHANNEL.chemistries.endVoltageMaxV': [1, 5, 1, 'V', null],
	'CHANNEL.balanceCurrentA': [0, 20, 1, 'A', 'none'],
	'CHANNEL.balancePortCells': [0, 24, 1, 'S', 'none'],
	'CHANNEL.dischargePowerW': [0, 2000, 1, 'W', 'none'],
	'CHANNEL.dischargeCurrentA': [0, 100, 1, 'A', 'none'],
	'CHANNEL.voltageAccuracyV': [0, 0.1, 1000, 'mV', 'none'],
	'CHANNEL.fixedCurrentA': [0.01, 100, 1, 'A', null],
	'CHANNEL.showsMoreV': [-0.2, 0.2, 1000, 'mV', null],
	'CHANNEL.storageCurrentA': [0.01, 100, 1, 'A', null],
	'CHANNEL.storageV': [3, 4.2, 1, 'V', null],
	'CHANNEL.deltaVMinV': [0.001, 0.05, 1000, 'mV', null],
	'CHANNEL.deltaVMaxV': [0.001, 0.05, 1000, 'mV', null],
	'CHANNEL.deltaVStepV': [0.0005, 0.01, 1000, 'mV', null],
	'INVENTORY.connectors.currentA': [0.1, 500, 1, 'A', 'none'],
	'INVENTORY.leads.awg': [6, 30, 1, 'AWG', 'none'],
	'INVENTORY.leads.lengthM': [0.02, 10, 1, 'm', 'none'],
	'INVENTORY.leads.currentA': [0.1, 300, 1, 'A', 'none'],
	'INVENTORY.adapters.currentA': [0.1, 300, 1, 'A', 'none'],
	'INVENTORY.boards.cells': [2, 14, 1, 'S', 'none'],
	'INVENTORY.boards.count': [1, 50, 1, '', 'none'],
	'INVENTORY.parallelBoards.places': [2, 8, 1, '', 'none'],
	'INVENTORY.parallelBoards.cells': [1, 14, 1, 'S', 'none'],
	'INVENTORY.parallelBoards.currentA': [0.1, 300, 1, 'A', 'none'],
	'SETTINGS.currentA': [0.001, 100, 1, 'A', 'none'],
	'SETTINGS.endVoltageV': [0.5, 5, 1, 'V/cell', 'none'],
	'SETTINGS.cells': [1, 24, 1, 'S', 'none'],
	'SETTINGS.safetyTimerMin': [0.001, 100000, 1, 'min', 'none'],
	'SETTINGS.capacityLimitAh': [0.001, 1000, 1000, 'mAh', 'none'],
	'SETTINGS.temperatureLimitDegC': [10, 100, 1, '°C', 'none'],
	'SETTINGS.dischargeA': [0.001, 100, 1, 'A', null],
	'SETTINGS.dischargeEndV': [0.5, 5, 1, 'V/cell', null],
	'SETTINGS.deltaV': [0.001, 0.05, 1000, 'mV/cell', null],
	'SETTINGS.trickleA': [0.001, 2, 1000, 'mA', null],
	'SETTINGS.restMin': [0, 600, 1, 'min', null],
	'SETTINGS.cycles': [1, 10, 1, '', null],
	'RUN.expectedMin': [0, 1000000, 1, 'min', null],
	'RUN.expectedP95Min': [0, 1000000, 1, 'min', null],
	'RUN.expectedAh': [-1000, 1000, 1000, 'mAh', null],
	'RUN.expectedLowAh': [-1000, 1000, 1000, 'mAh', null],
	'RUN.expectedHighAh': [-1000, 1000, 1000, 'mAh', null],
	'RUN.endPackVoltageV': [0, 100, 1, 'V', null],
	'RUN.endCurrentA': [0, 100, 1, 'A', null],
	'RUN.endTemperatureDegC': [-40, 120, 1, '°C', null],
	'RUN.durationS': [0, 100000000, 1, 's', null],
	'RUN.chargeAh': [-1000, 1000, 1000, 'mAh', null],
	'RUN.peakTemperatureDegC': [-60, 400, 1, '°C', null],
	'RUN.endCellVoltagesV': [-3, 6, 1, 'V', 'none'],
	'RUN_RESULT.durationMin': [0, 10000, 1, 'min', 'none'],
	'RUN_RESULT.chargeAh': [0, 1000, 1000, 'mAh', 'none'],
	'RUN_RESULT.endCellVoltagesV': [-3, 6, 1, 'V', 'none'],
	'RUN_RESULT.endPackVoltageV': [0, 100, 1, 'V', null],
	'RUN_RESULT.endCurrentA': [0, 100, 1, 'A', null],
	'RUN_RESULT.endTemperatureDegC': [-40, 120, 1, '°C', null],
	'RUN_RESULT.endCellResistancesOhm': [0.00001, 2, 1000, 'mΩ', 'none'],
	'LOOK.minute': [0, 10000, 1, 'min', 'none'],
	'LOOK.value': [0, 1000, 1, '', 'none'],
	'USE.minutes': [0.1, 6000, 1, 'min', null],
	'START_CHECK.countRead': [0, 24, 1, 'S', null],
	'START_CHECK.cellsV': [-3, 13, 1, 'V', 'none'],
	'START_CHECK.mainV': [0, 100, 1, 'V', null],
	'START_CHECK.inputV': [0, 420, 1, 'V', null],
	'KEPT_WATCHED.timeS': [0, 1e8, 1, 's', 'none'],
	'DRILL_RESULT.seed': [0, 1e9, 1, '', 'none'],
	'DRILL_RESULT.grade': [1, 3, 1, '', 'none'],
	'DRILL_RESULT.looks': [0, 60, 1, '', 'none'],
	'DRILL_RESULT.minutes': [0, 10000, 1, 'min', 'none']
};

/** Least and most letters or entries. */
const LENGTHS: Record<string, (number | undefined)[]> = {
	'PACK.name': [1, 80],
	'PACK.usedIn': [0, 120],
	'PACK.connectorId': [undefined, 40],
	'PACK.pairId': [undefined, 64],
	'PACK.keptAt': [0, 120],
	'PACK.notes': [0, 4000],
	'PLAN.name': [1, 80],
	'PLAN.hours': [0, 60],
	'PLAN.hours.who': [1, 40],
	'PLAN.jobs': [0, 60],
	'PLAN.jobs.id': [undefined, 64],
	'PLAN.jobs.packId': [undefined, 64],
	'PLAN.jobs.joined': [undefined, 7],
	'PLAN.jobs.channelId': [undefined, 64],
	'PLAN.jobs.why': [0, 200],
	'PLAN.planned': [0, 60],
	'PLAN.planned.jobId': [undefined, 64],
	'PLAN.planned.chargerId': [undefined, 64],
	'PLAN.planned.channelId': [undefined, 64],
	'PLAN.planned.spans': [1, 60],
	'PLAN.moved': [0, 400],
	'READING.cellVoltagesV': [1, 24],
	'READING.chargerCellsV': [1, 24],
	'READING.chargerChannelId': [undefined, 64],
	'READING.cellResistancesOhm': [0, 24],
	'SUPPLY.name': [1, 80],
	'CHARGER.name': [1, 80],
	'CHARGER.supplyId': [undefined, 64],
	'CHARGER.asks': [0, undefined],
	'CHARGER.held': [0, 60],
	'CHARGER.held.channelId': [undefined, 64],
	'CHARGER.protections': [0, undefined],
	'CHARGER.standsAt': [0, 40],
	'CHARGER.notes': [0, 4000],
	'CHANNEL.label': [1, 20],
	'CHANNEL.chemistries': [1, 24],
	'CHANNEL.tasks': [1, undefined],
	'INVENTORY.connectors': [0, 60],
	'INVENTORY.connectors.id': [1, 40],
	'INVENTORY.connectors.name': [1, 60],
	'INVENTORY.leads': [0, 60],
	'INVENTORY.leads.id': [1, 40],
	'INVENTORY.leads.name': [1, 60],
	'INVENTORY.leads.connectorId': [undefined, 40],
	'INVENTORY.adapters': [0, 60],
	'INVENTORY.adapters.id': [1, 40],
	'INVENTORY.adapters.fromId': [undefined, 40],
	'INVENTORY.adapters.toId': [undefined, 40],
	'INVENTORY.boards': [0, 20],
	'INVENTORY.boards.id': [1, 40],
	'INVENTORY.boards.name': [1, 60],
	'INVENTORY.parallelBoards': [0, 20],
	'INVENTORY.parallelBoards.id': [1, 40],
	'INVENTORY.parallelBoards.name': [1, 60],
	'RUN.packId': [undefined, 64],
	'RUN.joined': [undefined, 7],
	'RUN.chargerId': [undefined, 64],
	'RUN.channelId': [undefined, 64],
	'RUN.programId': [undefined, 64],
	'RUN.overridden': [0, 200],
	'RUN.overridden.rule': [1, 80],
	'RUN.overridden.sentence': [0, 1000],
	'RUN.overridden.reason': [3, 400],
	'RUN.endCellVoltagesV': [0, 24],
	'RUN.notes': [0, 4000],
	'RUN_RESULT.endCellVoltagesV': [0, 24],
	'RUN_RESULT.endCellResistancesOhm': [0, 24],
	'RUN_RESULT.notes': [0, 4000],
	'RUN.message': [0, 200],
	'RUN_RESULT.message': [0, 200],
	'START_CHECK.programId': [undefined, 64],
	'START_CHECK.packId': [undefined, 64],
	'START_CHECK.channelId': [undefined, 64],
	'START_CHECK.cellsV': [1, 24],
	'START_CHECK.message': [0, 200],
	'START_CHECK.answers': [0, 20],
	'START_CHECK.answers.step': [1, 300],
	'START_CHECK.answers.said': [1, 80],
	'START_CHECK.refused': [1, 1000],
	'CORRECTION.was': [0, 1000],
	'CORRECTION.became': [0, 1000],
	'KEPT_WATCHED.sentence': [1, 1000],
	'CASE.runId': [undefined, 64],
	'CASE.packId': [undefined, 64],
	'CASE.chargerId': [undefined, 64],
	'CASE.channelId': [undefined, 64],
	'CASE.message': [0, 200],
	'CASE.screen': [0, 1],
	'CASE.screen.cellsV': [1, 24],
	'CASE.answers': [0, 60],
	'CASE.answers.clue': [1, 40],
	'CASE.answers.answer': [1, 80],
	'CASE.skipped': [0, 60],
	'CASE.skipped.clue': [1, 40],
	'CASE.confirmed': [1, 60],
	'CASE.notes': [0, 2000],
	'TAUGHT.chargerId': [undefined, 64],
	'TAUGHT.message': [2, 200],
	'DRILL_RESULT.drillId': [1, 40],
	'DRILL_RESULT.causeSaid': [1, 60],
	'ALARM_ANSWER.said': [0, 200]
};
function lengthsOf(fields: Fields, path: string): [string, (number | undefined)[]][] {
	return Object.entries<Field>(fields).flatMap(([key, field]): [string, (number | undefined)[]][] => {
		const at = `${path}.${key}`;
		const { least, most } = field as { least?: number; most?: number };
		const own: [string, (number | undefined)[]][] =
			least === undefined && most === undefined ? [] : [[at, [least, most]]];
		return 'of' in field ? [...own, ...lengthsOf(field.of, at)] : own;
	});
}

describe('every figure there is', () => {
	const all = Object.entries(DESCRIPTIONS).flatMap(([name, fields]) =>
		figuresOf(fields).map(([path, field]) => [`${name}.${path}`, field] as const)
	);

	test('has the range, unit and start written down here', () => {
		for (const [path, field] of all) {
			if (path.startsWith('RUN.settings')) continue;
			const { min, max, per = 1, unit, start = 'none' } = field;
			assert.deepEqual([min, max, per, unit, start], RANGES[path], path);
		}
		const there = new Set<string>(all.map(([path]) => path));
		assert.deepEqual(
			Object.keys(RANGES).filter((path) => !there.has(path)),
			[]
		);
	});

	test('and every text, list and row may be as long as is written down here', () => {
		const found = Object.entries(DESCRIPTIONS).flatMap(([name, fields]) => lengthsOf(fields, name));
		assert.deepEqual(Object.fromEntries(found), LENGTHS);
	});

	test('is taken at its ends, refused beyond them by schema and draft alike, with a sentence in the unit people read', () => {
		for (const [path, field] of all) {
			const schema = fieldSchema(field);
			const typed = (v: number) => readFigure(field, figureText(field, v));
			for (const end of [field.min, field.max]) {
				assert.ok(schema.safeParse(end).success, `${path} at ${end}`);
				assert.ok(typed(end).ok, `${path} typed at ${end}`);
			}
			const step = field.whole ? 1 : Math.max(1e-6, Math.abs(field.max) * 1e-6);
			for (const beyond of [field.min - step, field.max + step]) {
				const parsed = schema.safeParse(beyond);
				assert.ok(!parsed.success, `${path} at ${beyond}`);
				assert.match(parsed.error.issues[0].message, /must be|cannot|above|below/, path);
			}
			assert.ok(!readFigure(field, String(shown(field, field.max) * 1.01 + 1)).ok, `${path} typed too high`);
			assert.ok(!readFigure(field, 'plenty').ok, path);
			assert.equal(readFigure(field, ' ').ok, field.optional === true, `${path} left empty`);
			if (field.whole) {
				assert.ok(!schema.safeParse(field.min + 0.5).success, `${path} by halves`);
				assert.ok(!readFigure(field, `${field.min + 0.5}`).ok, path);
			}
			assert.equal(schema.safeParse(null).success, field.optional === true, `${path} null`);
			const left = schema.safeParse(undefined);
			assert.equal(left.success, field.start !== undefined, `${path} left out`);
			if (left.success) assert.equal(left.data, field.start);
		}
	});
});

const amps = figure({ label: 'Current', unit: 'mA', per: 1000, min: 0.05, max: 2 });
const cells = figure({ label: 'Cells', unit: 'S', min: 1, max: 4, whole: true, start: 1, offer: 3 });
const WHOLE = {
	name: text({ label: 'Name', least: 1, most: 5, missing: 'It needs a name.' }),
	notes: text({ label: 'Notes', least: 0, most: 9, lines: true, start: '' }),
	kind: choice({ label: 'Kind', options: ['a', 'b'], words: { b: 'the second' }, start: 'b', offer: 'a' }),
	side: choice({ label: 'Side', options: ['left', 'right'], optional: true, start: null }),
	on: flag({ label: 'On', start: true }),
	some: choices({ label: 'Some', options: ['x', 'y'], least: 1, missing: 'Choose one.', start: ['x'] }),
	since: day({ label: 'Since' }),
	at: moment({ label: 'At', optional: true }),
	of: reference({ label: 'Of', most: 4, optional: true, start: null }),
	with: ids({ label: 'With', most: 2 }),
	volts: figures({
		label: 'Volts',
		each: figure({ label: 'Cell', unit: 'V', min: 0, max: 5 }),
		least: 1,
		most: 2,
		optional: true,
		start: null
	}),
	lines: parts({ cells, amps }, { label: 'Lines', least: 0, most: 2, start: [] }),
	inside: group({ cells }, { label: 'Inside' }),
	own: layer({ amps, cells }, { label: 'Own' }),
	amps,
	cells
} as const;
const least = { name: ' ab ', at: null, inside: {}, amps: 1 };
const parsed = () => schemaOf(WHOLE).parse(least);

test('what is left out gets what the description says it starts with; what is written is trimmed', () => {
	assert.deepEqual(parsed(), {
		...{
			name: 'ab',
			notes: '',
			kind: 'b',
			side: null,
			on: true,
			some: ['x'],
			since: null,
			at: null,
			of: null
		},
		...{ with: [], volts: null, lines: [], inside: { cells: 1 }, own: {}, amps: 1, cells: 1 }
	});
	assert.notEqual(parsed().some, parsed().some, 'nobody shares what it starts with');
});

test('each wrong value is refused at its place, in words', () => {
	const says = (change: object, path: string, words: RegExp) => {
		const read = schemaOf(WHOLE).safeParse({ ...least, ...change });
		assert.ok(!read.success, path);
		const issue = read.error.issues.find((i) => i.path.join('.') === path);
		assert.match(issue?.message ?? 'nothing', words, path);
	};
	says({ name: '  ' }, 'name', /^It needs a name\.$/);
	says({ name: 'abcdef' }, 'name', /at most 5 characters/);
	says({ notes: '0123456789' }, 'notes', /at most 9/);
	says({ kind: 'c' }, 'kind', /must be one of: a, b\./);
	says({ some: [] }, 'some', /^Choose one\.$/);
	says({ some: ['z'] }, 'some.0', /must be one of: x, y/);
	says({ amps: 2.5 }, 'amps', /Current must be at most 2000 mA; 2500 mA is above it\./);
	says({ amps: 'much' }, 'amps', /must be a number/);
	says({ cells: 1.5 }, 'cells', /must be a whole number, not 1\.5/);
	says({ volts: [] }, 'volts', /./);
	says({ volts: [1, 2, 3] }, 'volts', /./);
	says({ volts: [6] }, 'volts.0', /at most 5 V/);
	says({ with: ['a', 'b', 'c'] }, 'with', /./);
	says({ lines: [{ cells: 9, amps: 1 }] }, 'lines.0.cells', /at most 4 S/);
	says({ of: 'abcde' }, 'of', /./);
	says({ since: 'yesterday' }, 'since', /./);
	says({ at: 'noon' }, 'at', /./);
	says({ own: { amps: 9 } }, 'own.amps', /at most 2000 mA/);
	const notes = ' as typed \n';
	assert.equal(
		schemaOf({ notes: text({ label: 'N', least: 0, most: 20, lines: true }) }).parse({ notes }).notes,
		notes
	);
});

test('a layer says only what it says', () => {
	assert.deepEqual(layerOf(WHOLE).parse({ side: null }), { side: null });
	assert.ok(!layerOf(WHOLE).safeParse({ amps: null }).success);
});

test('a sentence of its own takes the place of the usual one', () => {
	const v = fieldSchema(
		figure({ label: 'V', unit: 'V', min: 0, max: 6, tooLow: 'Reversed.', tooHigh: 'A tap?' })
	);
	assert.equal(v.safeParse(-1).error!.issues[0].message, 'Reversed.');
	assert.equal(v.safeParse(7).error!.issues[0].message, 'A tap?');
});

test('a new draft begins with what is offered, else with what it starts with; nothing is shared', () => {
	const draft = draftOf(WHOLE, null);
	assert.deepEqual(
		[
			draft.name,
			draft.kind,
			draft.side,
			draft.on,
			draft.some,
			draft.amps,
			draft.cells,
			draft.volts,
			draft.of
		],
		['', 'a', '', true, ['x'], '', '3', [], '']
	);
	assert.notEqual(draft.some, WHOLE.some.start);
	assert.equal(figureText(amps, null), '');
	assert.equal(draftOf({ first: choice({ label: 'F', options: ['p', 'q'] }) }, null).first, 'p');
});

test('property: what is shown in a draft reads back as what was stored', () => {
	const any = fc.record({
		name: fc.stringMatching(/^[a-z]{1,5}$/),
		notes: fc.string({ maxLength: 9 }),
		kind: fc.constantFrom('a', 'b'),
		side: fc.constantFrom('left', 'right', null),
		on: fc.boolean(),
		some: fc.constantFrom(['x'], ['x', 'y']),
		amps: fc.integer({ min: 50, max: 2000 }).map((v) => v / 1000),
		cells: fc.integer({ min: 1, max: 4 }),
		volts: fc.array(
			fc.integer({ min: 0, max: 500 }).map((v) => v / 100),
			{ minLength: 1, maxLength: 2 }
		),
		lines: fc.array(
			fc.record({ cells: fc.integer({ min: 1, max: 4 }), amps: fc.constant(0.1) }, { noNullPrototype: true }),
			{
				maxLength: 2
			}
		)
	});
	fc.assert(
		fc.property(any, (values) => {
			assert.deepEqual(readDraft({ row: WHOLE.volts }, { row: ['', ' '] }, {}), { row: null });
			const whole = { ...parsed(), ...values };
			const errors = {};
			const read = checkedDraft(schemaOf(WHOLE), readDraft(WHOLE, draftOf(WHOLE, whole), errors), errors);
			assert.ok(read.ok, JSON.stringify(read));
			assert.deepEqual(read.input, whole);
		})
	);
});

test('errors of a draft are by path, also of parts and rows; the schema is asked only when every figure was read', () => {
	const draft = {
		...draftOf(WHOLE, parsed()),
		amps: '1,5',
		volts: ['9'],
		lines: [{ cells: '2', amps: 'no' }]
	};
	const errors: Record<string, string> = {};
	const read = checkedDraft(schemaOf(WHOLE), readDraft(WHOLE, draft, errors, 'at.'), errors);
	assert.ok(!read.ok);
	assert.deepEqual(Object.keys(read.errors).sort(), ['at.amps', 'at.lines.0.amps', 'at.volts.0']);
	const nameless = checkedDraft(
		schemaOf(WHOLE),
		readDraft(WHOLE, { ...draftOf(WHOLE, parsed()), name: '' }, {}),
		{}
	);
	assert.deepEqual(nameless, { ok: false, errors: { name: 'It needs a name.' } });
});

test('figures are turned between stored and read without noise', () => {
	assert.equal(shown(amps, 0.1 + 0.2), 300);
	assert.equal(stored(amps, 1234.5), 1.2345);
	assert.equal(shown({}, 0.1), 0.1);
	assert.equal(stored({}, 0.1), 0.1);
	assert.equal(figureText(amps, 2.6), '2600');
	assert.equal(figureText({}, 1e-7), '0.0000001');
	assert.equal(figureText({}, 2e-9), '0.000000002');
});

test('options are written in their words, or as they are', () => {
	assert.deepEqual(optionsOf(WHOLE.kind), [
		['a', 'a'],
		['b', 'the second']
	]);
	assert.equal(wordsOf(WHOLE.kind, 'b'), 'the second');
	assert.equal(wordsOf({}, 'left'), 'left');
});

test('a text loses what nobody sees: controls, and marks that turn the direction of writing', () => {
	const name = fieldSchema(text({ label: 'Name', least: 1, most: 80 }));
	assert.equal(name.parse(' Tern\u0000\u0007 \u202eboat\u2069\u009f\n two '), 'Tern boat two');
	assert.equal(name.safeParse('\u0001\u0002').success, false, 'nothing is left of it');
	const notes = fieldSchema(text({ label: 'Notes', least: 0, most: 80, lines: true }));
	assert.equal(notes.parse('one\n\ttwo\u001b[31m'), 'one\n\ttwo[31m');
	assert.equal(name.parse('Möwe 鷗 🔋'), 'Möwe 鷗 🔋');
});
