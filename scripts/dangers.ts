/**
 * What a person who types one number now and then is told when something is wrong: npm run
 * dangers [-- charges], 40 of every chemistry unless it is said otherwise. Sound charges first,
 * which must not be told to stop.
 */
import { CHEMISTRY_IDS } from '../core/chemistry/catalogue';
import { DANGERS, typedRun, type TypedRun } from './follow/typed';
import { programsFor } from './watch/case';

const count = Number(process.argv[2] ?? 40);
const share = (n: number, of: number) => (of ? `${((100 * n) / of).toFixed(1)} %` : '–');
const programs = new Map(CHEMISTRY_IDS.map((id) => [id, programsFor(id, count)]));
const runsOf = (id: string, danger: (typeof DANGERS)[number] | null, seed: number): TypedRun[] =>
	programs
		.get(id)!
		.map((s, k) => typedRun(s, danger, seed + k))
		.filter((run) => run !== null);

console.log('| chemistry | sound charges | told to stop | told to look closer | asked for the cell page |');
console.log('| --- | --- | --- | --- | --- |');
for (const id of CHEMISTRY_IDS) {
	const runs = runsOf(id, null, 3000);
	const of = (verdict: string) => share(runs.filter((run) => run.told === verdict).length, runs.length);
	const asked = share(runs.filter((run) => run.askedForCells).length, runs.length);
	console.log(`| ${id} | ${runs.length} | ${of('stop now')} | ${of('look closer')} | ${asked} |`);
}
console.log(
	'\n| danger | chemistry | charges | figures beyond what a sound pack shows | of them stopped | told to stop by one number a moment | to look closer |'
);
console.log('| --- | --- | --- | --- | --- | --- | --- |');
for (const danger of DANGERS)
	for (const id of ['lipo', 'life', 'nimh', 'lead']) {
		const runs = runsOf(id, danger, 4000);
		if (runs.length === 0) continue;
		const moved = runs.reduce((sum, run) => sum + run.moved, 0);
		const stopped = runs.reduce((sum, run) => sum + run.stopped, 0);
		const of = (verdict: string) => share(runs.filter((run) => run.told === verdict).length, runs.length);
		console.log(
			`| ${danger.name} | ${id} | ${runs.length} | ${moved} | ${share(stopped, moved)} | ${of('stop now')} | ${of('look closer')} |`
		);
		for (const words of runs.flatMap((run) => run.missed).slice(0, 2))
			console.log(`|  | | | ${words} | | | |`);
	}
