/**
 * What is taken over the link and over HTTP, as JSON Schema, and every description that is data,
 * as written down.
 */
import { test } from 'node:test';
import { z } from 'zod';
import { CHARGER_KINDS } from '../../core/charger/kinds';
import { HELD_SETTING, HELD_SETTINGS } from '../../core/charger/setting';
import { CONNECTOR, CONNECTORS } from '../../core/pack/connector';
import { PRACTICE } from '../../core/practice/practice';
import { REASONS } from '../../core/practice/reasons';
import { SCHOOLS } from '../../core/practice/schools';
import {
	USUAL_CAPACITY_MAH,
	USUAL_CELL_RESISTANCE_MOHM,
	USUAL_CHANNEL_CURRENT_A,
	USUAL_CHANNEL_POWER_W
} from '../../core/quantity/plausible';
import { TASKS } from '../../core/request/task';
import * as protocol from '../../link/protocol';
import { openApi } from '../../src/lib/server/openapi';
import { DESCRIPTIONS } from '../support/descriptions';
import { asWritten } from '../support/golden';
import { leavesOf } from '../support/leaves';

/** Exact, unlike what is computed: a limit is a limit to its last digit. */
const lines = (name: string, data: unknown): string[] =>
	leavesOf(data).map(([path, value]) => `${name} ${path} ${JSON.stringify(value)}`);

/** A function's source, without what whoever translates it may write otherwise. */
const asTyped = (shape: unknown): string =>
	typeof shape === 'function'
		? String(shape)
				.replace(/\s/g, '')
				.replace(/\((\w+)\)=>/g, '$1=>')
		: String(shape);

test('messages of the link', () => {
	asWritten(
		'link',
		Object.entries(protocol).flatMap(([name, shape]) =>
			shape instanceof z.ZodType
				? lines(name, z.toJSONSchema(shape, { io: 'input' }))
				: [`${name} ${asTyped(shape)}`]
		)
	);
});

test('the description of the HTTP API', () => {
	asWritten('openapi', lines('api', openApi()));
});

test('every description, setting that a charger holds, task and school', () => {
	asWritten('descriptions', [
		...Object.entries({ ...DESCRIPTIONS, PRACTICE, HELD_SETTING, CONNECTOR }).flatMap(([name, fields]) =>
			lines(name, fields)
		),
		...lines('HELD_SETTINGS', HELD_SETTINGS),
		...SCHOOLS.flatMap((s) => lines(`school ${s.id}`, { ...s, why: REASONS[s.id] })),
		...TASKS.flatMap((t) => lines(`task ${t.id}`, t)),
		...lines('usual', [
			USUAL_CAPACITY_MAH,
			USUAL_CHANNEL_CURRENT_A,
			USUAL_CHANNEL_POWER_W,
			USUAL_CELL_RESISTANCE_MOHM
		]),
		...lines('connectors', CONNECTORS),
		...CHARGER_KINDS.flatMap((kind) => lines(`charger ${kind.id}`, kind))
	]);
});
