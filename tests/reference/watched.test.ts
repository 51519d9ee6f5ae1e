/**
 * The eyes on a run over a link against the simulated charger, whose packs are drawn by figures
 * of its own: what is sound is left alone, and each fault that moves a displayed figure is said.
 * `npm run watch` does the same at length; its figures stand in docs/figures.md.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { CHEMISTRIES } from '../../core/chemistry/catalogue';
import type { WatchRule } from '../../core/follow/watched';
import type { Fault } from '../../link/protocol';
import { programsFor, watchedRun } from '../../scripts/watch/case';

test('of sound runs of every chemistry at most one in fifty is warned of, and none is stopped', () => {
	let runs = 0;
	const cried: string[] = [];
	for (const { id } of CHEMISTRIES)
		programsFor(id, 7).forEach((solution, k) => {
			const run = watchedRun(solution, [], 40 + k);
			if (!run) return;
			runs++;
			for (const w of run.watched) cried.push(`${id} ${k} ${w.severity}: ${w.sentence}`);
		});
	assert.ok(runs > 50, `${runs}`);
	assert.ok(cried.length <= runs / 50, cried.join('\n'));
	assert.ok(!cried.some((words) => / stop: /.test(words)), cried.join('\n'));
});

const lipo = programsFor('lipo', 12).filter((s) => s.settings.cells > 2);
const sees = (fault: Fault, rule: WatchRule, severity: 'warn' | 'stop', least: number) => {
	const runs = lipo.map((s, k) => watchedRun(s, [fault], 70 + k)).filter((run) => run !== null);
	assert.ok(runs.length > 3);
	const seen = runs.filter((run) =>
		run.watched.some((w) => w.rule === rule && (w.severity === severity || w.severity === 'stop'))
	);
	const said = runs.map((run) => run.watched.map((w) => `${w.rule}/${w.severity}`).join(' ') || 'nothing');
	assert.ok(seen.length >= least * runs.length, `${seen.length} of ${runs.length}: ${said.join('; ')}`);
	return runs;
};

test('a charger that ends too high is stopped before its cells get there', () => {
	const runs = sees({ kind: 'wrong end', byV: 0.06 }, 'limit', 'stop', 1);
	for (const run of runs) {
		const stop = run.watched.find((w) => w.severity === 'stop')!;
		assert.ok(stop.timeS / 60 < run.minutes - 5, 'well before the charger itself ends');
		assert.ok(run.highestCellV > 4.24);
	}
});

test('a weak cell is warned of in every pack and named', () => {
	for (const run of sees({ kind: 'weak cell', cell: 2, times: 8 }, 'cells part', 'warn', 1))
		assert.match(run.watched[0].sentence, /^Cell 2 stands \d+ mV above its fellows/);
});

test('a bad plug is warned of by what main lead and cells read', () => {
	for (const run of sees({ kind: 'bad plug', ohm: 0.1 }, 'plug', 'warn', 0.9)) {
		const seen = run.watched.find((w) => w.rule === 'plug');
		if (seen) assert.match(seen.sentence, /(9\d|10\d) mΩ in plug and lead/);
	}
});

test('a supply that cannot is told from a taper', () => {
	sees({ kind: 'weak supply', watts: 6, trips: false, fromMin: 3 }, 'starved', 'warn', 0.9);
});
