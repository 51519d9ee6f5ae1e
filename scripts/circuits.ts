/**
 * How good the odds are on benches that were solved as circuits, with ngspice: npm run circuits.
 * A third of them is frozen: of those only sums are ever printed, and nothing was tuned on them.
 *   npm run circuits                    plays what is kept in tests/fixtures/circuit-benches.json
 *   npm run circuits -- --misses        and lists what went wrong on the open ones
 *   npm run circuits -- --write         solves all of them anew and keeps them, about half an hour
 *   npm run circuits -- --fresh 40 9    solves 40 of another series, and plays them
 */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { causeOf } from '../core/diagnose/causes';
import { uniform } from '../core/simulate/random';
import { drawBench, playable, type SolvedBench } from '../tests/circuits/circuit-case';
import { FAULTS } from '../tests/circuits/faults';
import { KEPT, keptBenches, type Kept } from '../tests/circuits/kept';
import { playOut, type Playable, type Played } from '../tests/diagnose/dialogue';
import { root } from './steps.mjs';

const { values, positionals } = parseArgs({
	allowPositionals: true,
	options: {
		write: { type: 'boolean', default: false },
		fresh: { type: 'boolean', default: false },
		misses: { type: 'boolean', default: false }
	}
});
/** Of each fault, and where their seeds begin. */
const OPEN = { each: 3, series: 0 };
const FROZEN = { each: 2, series: 5_000_000 };

const solved = (count: number, series: number): SolvedBench[] =>
	Array.from({ length: count }, (_, n) => drawBench(n, series)).filter((b) => b !== null);

function kept(): Kept {
	if (values.fresh) {
		const [count, series] = positionals.map(Number);
		return { open: solved(count, 10_000_000 * series), frozen: [] };
	}
	if (!values.write) return keptBenches();
	const all = {
		open: solved(OPEN.each * FAULTS.length, OPEN.series),
		frozen: solved(FROZEN.each * FAULTS.length, FROZEN.series)
	};
	const lines = (list: readonly SolvedBench[]) => list.map((b) => JSON.stringify(b)).join(',\n');
	writeFileSync(join(root, KEPT), `{"open":[\n${lines(all.open)}\n],"frozen":[\n${lines(all.frozen)}\n]}\n`);
	return all;
}

const percent = (list: readonly unknown[], of: number): string =>
	of === 0 ? '–' : `${((100 * list.length) / of).toFixed(1)} %`;

function row(name: string, runs: readonly { c: Playable; p: Played }[]): string {
	const burning = runs.filter(({ c }) => causeOf(c.is)!.burns);
	const normal = runs.filter(({ c }) => causeOf(c.is)!.action === 'go on');
	const said = ({ c, p }: (typeof runs)[number]) =>
		p.diagnosis.actions.find((a) => a.action === causeOf(c.is)!.action)?.p ?? 0;
	const brier = runs.reduce((sum, run) => sum + (1 - said(run)) ** 2, 0) / runs.length;
	const looks = runs.reduce((sum, { p }) => sum + p.asked.length, 0) / runs.length;
	return `| ${[
		name,
		runs.length,
		percent(
			runs.filter(({ p }) => p.place === 1),
			runs.length
		),
		percent(
			runs.filter(({ p }) => p.place <= 3),
			runs.length
		),
		looks.toFixed(2),
		brier.toFixed(3),
		`${burning.filter(({ p }) => p.yesAfter !== null).length} of ${burning.length}`,
		`${percent(
			normal.filter(({ p }) => p.yesAfter !== null && p.yesAfter <= 3),
			normal.length
		)} / ${percent(
			normal.filter(({ p }) => p.yesAfter !== null),
			normal.length
		)} of ${normal.length}`
	].join(' | ')} |`;
}

const { open, frozen } = kept();
const next = uniform(42);
const tenth = { wrong: () => next() < 0.1 };
const played = (list: readonly SolvedBench[], manner = {}) =>
	list.map((bench) => {
		const c = playable(bench);
		return { bench, c, p: playOut(c, manner) };
	});
console.log(
	'| benches | played | first | among three | looks | Brier of the action | "yes" on what burns | normal: "yes" within 3 looks / at all |'
);
console.log('| --- | --- | --- | --- | --- | --- | --- | --- |');
const seen = played(open);
console.log(row('open', seen));
console.log(
	row(
		'open, one answer in ten wrong',
		[1, 2, 3].flatMap(() => played(open, tenth))
	)
);
if (frozen.length) {
	console.log(row('frozen', played(frozen)));
	console.log(
		row(
			'frozen, one answer in ten wrong',
			[1, 2, 3].flatMap(() => played(frozen, tenth))
		)
	);
}
if (values.misses)
	for (const { bench, c, p } of seen) {
		const burns = causeOf(c.is)!.burns && p.yesAfter !== null;
		const slow = causeOf(c.is)!.action === 'go on' && !(p.yesAfter !== null && p.yesAfter <= 3);
		if (p.place === 1 && !burns && !slow) continue;
		const causes = p.diagnosis.causes.slice(0, 3).map((w) => `${w.cause.id} ${w.now.toFixed(2)}`);
		const why = [
			p.place > 1 && `place ${p.place}`,
			burns && 'YES ON WHAT BURNS',
			slow && `yes after ${p.yesAfter}`
		];
		console.log(
			`\n${bench.fault} (${c.is}), ${c.family} ${bench.seed}, ${c.shows}: ${why.filter(Boolean).join(', ')}; ${causes.join(', ')}; burns ${p.diagnosis.burns.toFixed(3)}`
		);
		console.log(`  known ${c.known.map((a) => `${a.clue}=${a.answer}`).join('; ')}`);
		console.log(`  asked ${p.asked.map((clue) => `${clue}=${c.look(clue)}`).join('; ')}`);
	}
