/** Find anything: what is found, in what order, and where it leads. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aCharger, aPack } from '../../../../tests/support/bench-chargers';
import type { Run } from '../../../../core/log/run';
import { entriesOf, found, type Findable } from './palette-items';

const charger = (name: string, labels: string[]) => {
	const bench = aCharger({ name });
	const channels = labels.map((label) => ({ ...bench.channels[0], id: `${name} ${label}`, label }));
	return { ...bench, id: name, channels };
};
const run = (change: Partial<Run>) =>
	({
		id: 'r',
		task: 'balance',
		status: 'ended',
		endReason: 'full',
		startedAt: '2026-11-22T10:00:00.000Z',
		...change
	}) as Run;
const all: Findable = {
	places: [
		{ path: '/', name: 'Today' },
		{ path: '/run', name: 'Run' }
	],
	packs: [
		{ pack: aPack({ id: 'h', name: 'Heron launch' }), readiness: { state: 'ready' } },
		{
			pack: aPack({ id: 'a', name: 'Auk tug', chemistry: 'lead', cells: 6, capacityAh: 7 }),
			readiness: { state: 'low' }
		}
	],
	chargers: [charger('Pier Two', ['A', 'B']), charger('Quay 65', ['1'])],
	runs: [
		{ run: run({}), packName: 'Heron launch' },
		{ run: run({ id: 'open', status: 'running', endReason: null }), packName: 'Auk tug' }
	]
};
const first = (typed: string) => found(entriesOf(all), typed)[0];

test('what to do with a pack, limits of a charger, a channel, a theme: the first is what was meant', () => {
	assert.deepEqual(first('storage Heron').go, { to: '/program?pack=h&task=storage' });
	assert.deepEqual(first('heron stor').go, { to: '/program?pack=h&task=storage' });
	assert.deepEqual(first('limits of Pier Two').go, { to: '/chargers/Pier Two' });
	assert.deepEqual(first('night').go, { theme: 'night' });
	assert.deepEqual(first('heron').go, { to: '/packs/h' });
	assert.deepEqual(first('pier').go, { to: '/chargers/Pier Two' });
	assert.deepEqual(first('pier two b').go, { to: '/program?channel=Pier Two B' });
	assert.deepEqual(first('backup').go, { to: '/api/v1/backup' });
	assert.deepEqual(first('help').go, { help: true });
	assert.deepEqual(first('running').go, { to: '/run/open' });
	assert.deepEqual(first('22 nov').go, { to: '/logbook/r' });
});

test('a chemistry has its own tasks only, a charger of one channel is its own channel, ids are unique', () => {
	const entries = entriesOf(all);
	assert.ok(!entries.some((e) => e.label === 'Storage: Auk tug'));
	assert.ok(entries.some((e) => e.label === 'Discharge: Auk tug'));
	assert.ok(!entries.some((e) => e.id === 'channel Quay 65 1'));
	assert.equal(new Set(entries.map((e) => e.id)).size, entries.length);
});

test('with nothing typed, places and what runs; what nothing is called finds nothing; at most a dozen', () => {
	assert.deepEqual(
		found(entriesOf(all), ' ').map((e) => e.label),
		['Today', 'Run', 'Running: Balance charge, Auk tug']
	);
	assert.deepEqual(found(entriesOf(all), 'zeppelin'), []);
	assert.equal(found(entriesOf(all), 'a').length, 12);
});
