/**
 * What the eyes on a run over a link see: npm run watch [-- charges], 40 of every chemistry
 * unless it is said otherwise. Sound runs first (what cries there is a false alarm), then runs
 * with one fault each.
 */
import { CHEMISTRIES } from '../core/chemistry/catalogue';
import type { Fault } from '../link/protocol';
import { programsFor, watchedRun } from './watch/case';

const count = Number(process.argv[2] ?? 40);
const tally = (words: string[]) =>
	[...new Set(words)].map((w) => `${w} ${words.filter((x) => x === w).length}`).join(', ') || '–';

const programs = new Map(CHEMISTRIES.map((c) => [c.id, programsFor(c.id, count)]));
console.log('| chemistry | sound runs | warned | stopped | by |');
console.log('| --- | --- | --- | --- | --- |');
for (const [id, solutions] of programs) {
	const runs = solutions.map((s, k) => watchedRun(s, [], 1000 + k)).filter((run) => run !== null);
	const of = (severity: string) =>
		runs.filter((run) => run.watched.some((w) => w.severity === severity)).length;
	const by = runs.flatMap((run) => run.watched.map((w) => `${w.rule}/${w.severity}`));
	console.log(`| ${id} | ${runs.length} | ${of('warn')} | ${of('stop')} | ${tally(by)} |`);
}

const CELLS: Record<string, (cells: number) => Fault[]> = {
	'weak cell ×8': () => [{ kind: 'weak cell', cell: 1, times: 8 }],
	'leaking cell 0.2C': () => [{ kind: 'leaking cell', cell: 2, leakA: 0.5 }],
	'bad plug 100 mΩ': () => [{ kind: 'bad plug', ohm: 0.1 }],
	'weak supply': () => [{ kind: 'weak supply', watts: 12, trips: false, fromMin: 5 }],
	'wrong end +60 mV': () => [{ kind: 'wrong end', byV: 0.06 }],
	'wire open in the run': () => [{ kind: 'balance wire open', wire: 1, input: 'pulled', fromMin: 10 }],
	'drifting reading': () => [{ kind: 'drifting reading', cell: 1, mvPerHour: 80 }]
};
console.log('\n| fault | chemistry | runs | seen | stopped | charger ended | by |');
console.log('| --- | --- | --- | --- | --- | --- | --- |');
for (const [name, faultsOf] of Object.entries(CELLS))
	for (const id of ['lipo', 'liion', 'life']) {
		const solutions = programs.get(id)!.filter((s) => s.settings.cells > 1);
		const runs = solutions
			.slice(0, count / 2)
			.map((s, k) => watchedRun(s, faultsOf(s.settings.cells), 2000 + k))
			.filter((run) => run !== null);
		const seen = runs.filter((run) => run.watched.length > 0).length;
		const stopped = runs.filter((run) => run.watched.some((w) => w.severity === 'stop')).length;
		const by = runs.flatMap((run) => run.watched.map((w) => `${w.rule}/${w.severity}`));
		console.log(
			`| ${name} | ${id} | ${runs.length} | ${seen} | ${stopped} | ${tally(runs.map((run) => String(run.message ?? run.endReason)))} | ${tally(by)} |`
		);
	}
