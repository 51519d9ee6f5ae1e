/**
 * A class has one meaning: what the application's own style sheet dresses, no component names its
 * own parts.
 */
import assert from 'node:assert/strict';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';

/**
 * Names of the classes that begin a selector that dresses: `.a.b .c` is `a`. What only says which
 * tone is meant dresses nothing.
 */
const firstClasses = (css: string): string[] =>
	[...css.matchAll(/^\s*\.([a-z][\w-]*)[^{};]*\{([^{}]*)\}/gm)]
		.filter(([, , rules]) => /(^|;)\s*(?!--)[a-z]/.test(rules))
		.map(([, name]) => name);
const styleOf = (component: string): string => component.match(/<style>([\s\S]*)<\/style>/)?.[1] ?? '';

test('no component has a part of its own by the name of a class that is dressed everywhere', () => {
	const everywhere = new Set(firstClasses(readFileSync('src/app.css', 'utf8')));
	assert.ok(everywhere.has('btn') && everywhere.has('page-foot'), [...everywhere].join(', '));
	const components = (readdirSync('src', { recursive: true }) as string[]).filter((f) =>
		f.endsWith('.svelte')
	);
	const own = components.map((file) => ({
		file,
		names: firstClasses(styleOf(readFileSync(join('src', file), 'utf8')))
	}));
	assert.ok(own.some(({ names }) => names.length > 3));
	const taken = own.flatMap(({ file, names }) =>
		names.filter((name) => everywhere.has(name)).map((name) => `${file}: ${name}`)
	);
	assert.deepEqual(taken, []);
});
