/**
 * Every component takes what it says it takes: a prop that is declared and that nobody reads is a
 * caller's labour for nothing.
 */
import assert from 'node:assert/strict';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { parse } from 'svelte/compiler';

/**
 * A part of the tree that the compiler makes of a component; types are in it as well, and not in
 * its description.
 */
type Part = {
	type: string;
	name?: string;
	key?: Part;
	id?: Part;
	body?: Part | Part[];
	[name: string]: unknown;
};

const partsOf = (value: unknown): Part[] =>
	Array.isArray(value)
		? value.flatMap(partsOf)
		: value && typeof value === 'object' && 'type' in value
			? [value as Part]
			: [];

function* within(part: Part): Generator<Part> {
	yield part;
	for (const child of Object.values(part)) for (const p of partsOf(child)) yield* within(p);
}

const namesOf = (parts: unknown): string[] => partsOf(parts).flatMap(({ key }) => key?.name ?? []);

/**
 * Names of props that a component declares and does not take; null where it takes them whole, or
 * none.
 */
export function untaken(source: string): string[] | null {
	const script = parse(source, { modern: true }).instance?.content as unknown as Part | undefined;
	if (!script) return null;
	const parts = [...within(script)];
	const taking = parts.find((p) => {
		const init = p.init as Part | undefined;
		return p.type === 'VariableDeclarator' && (init?.callee as Part | undefined)?.name === '$props';
	});
	const pattern = taking?.id;
	const type = (pattern?.typeAnnotation as { typeAnnotation?: Part } | undefined)?.typeAnnotation;
	if (pattern?.type !== 'ObjectPattern' || !type) return null;
	if (partsOf(pattern.properties).some((p) => p.type === 'RestElement')) return null;
	const taken = namesOf(pattern.properties);
	const name = (type.typeName as Part | undefined)?.name;
	const described = parts.filter((p) => p.type === 'TSInterfaceDeclaration' && p.id?.name === name);
	const plain = type.type === 'TSTypeLiteral' || described.length > 0;
	if (!plain || described.some((p) => partsOf(p.extends).length))
		throw new Error(
			'What a component takes is written as one interface of its own, or in place: that is read here.'
		);
	const declared =
		type.type === 'TSTypeLiteral'
			? namesOf(type.members)
			: described.flatMap((p) => namesOf((p.body as Part).body));
	return declared.filter((d) => !taken.includes(d));
}

test('what is declared and not taken is found', () => {
	const component = (script: string) => `<script lang="ts">${script}</script>{a}`;
	assert.deepEqual(untaken(component('let { a }: { a: string; b?: number } = $props();')), ['b']);
	assert.deepEqual(
		untaken(
			component(
				'interface Props { a: string; c(): void } let { a = 1, b: c2 = $bindable() }: Props = $props();'
			)
		),
		['c']
	);
	assert.deepEqual(untaken(component('let { a, ...rest }: { a: string; b: 1 } = $props();')), null);
	assert.equal(untaken('<p></p>'), null);
	for (const unread of [
		'type Props = { a: string }; let { a }: Props = $props();',
		'interface Props extends Other { a: string } let { a }: Props = $props();'
	])
		assert.throws(() => untaken(component(unread)), /one interface of its own/);
});

test('no component declares a prop that it does not take', () => {
	const files = (readdirSync('src', { recursive: true }) as string[]).filter((f) => f.endsWith('.svelte'));
	const told = files.map((file) => ({ file, of: untaken(readFileSync(join('src', file), 'utf8')) }));
	assert.deepEqual(
		told.filter(({ of }) => of?.length),
		[]
	);
	assert.ok(told.filter(({ of }) => of).length > 50, 'most components say what they take');
});
