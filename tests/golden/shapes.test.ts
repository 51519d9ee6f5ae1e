/** What is taken over the link and over HTTP, as JSON Schema, as written down. */
import { test } from 'node:test';
import { z } from 'zod';
import * as protocol from '../../link/protocol';
import { openApi } from '../../src/lib/server/openapi';
import { asWritten } from '../support/golden';
import { leavesOf } from '../support/leaves';

/** Exact, unlike what is computed: a limit is a limit to its last digit. */
const lines = (name: string, data: unknown): string[] =>
	leavesOf(data).map(([path, value]) => `${name} ${path} ${JSON.stringify(value)}`);

test('messages of the link', () => {
	asWritten(
		'link',
		Object.entries(protocol).flatMap(([name, shape]) =>
			shape instanceof z.ZodType
				? lines(name, z.toJSONSchema(shape, { io: 'input' }))
				: [`${name} ${String(shape)}`]
		)
	);
});

test('the description of the HTTP API', () => {
	asWritten('openapi', lines('api', openApi()));
});
