/**
 * Benches that were solved as circuits, played to their end: what is wrong is in the netlist, and
 * no table of the inference knows it.
 */
import assert from 'node:assert/strict';
import { before, describe, test } from 'node:test';
import { causeOf } from '../../core/diagnose/causes';
import { CLUES, clueOf, type ClueId } from '../../core/diagnose/clue';
import { uniform } from '../../core/simulate/random';
import { playable, type SolvedBench } from '../circuits/circuit-case';
import { FAULTS } from '../circuits/faults';
import { keptBenches, type Kept } from '../circuits/kept';
import { playOut, type Playable, type Played } from './dialogue';

interface Run {
	bench: SolvedBench;
	c: Playable;
	p: Played;
}
const share = (runs: readonly Run[], holds: (run: Run) => boolean): number =>
	runs.filter(holds).length / runs.length;
const burns = ({ c }: Run): boolean => causeOf(c.is)!.burns;

describe('benches solved as circuits', () => {
	let kept: Kept;
	let open: Run[];
	before(() => {
		kept = keptBenches();
		open = kept.open.map((bench) => {
			const c = playable(bench);
			return { bench, c, p: playOut(c) };
		});
	});

	test('there are 150 and more, a third of them frozen, every fault among them, and answers that exist', () => {
		const all = [...kept.open, ...kept.frozen];
		assert.ok(all.length >= 150, `${all.length}`);
		assert.ok(kept.frozen.length >= all.length / 3 - 1, `${kept.frozen.length} frozen`);
		const built = new Set(all.map((b) => b.fault));
		assert.ok(FAULTS.length - built.size <= 1, `${FAULTS.length - built.size} never show`);
		for (const { looks } of all)
			for (const [clue, answer] of Object.entries(looks)) {
				assert.ok(clue in CLUES, clue);
				assert.ok(answer in clueOf(clue as ClueId).usual, `${clue}: ${answer}`);
			}
	});

	test('what is wrong, or what has its remedy, is first in nine of ten and nearly always among three', () => {
		assert.ok(share(open, ({ p }) => p.place === 1) >= 0.9, `${share(open, ({ p }) => p.place === 1)}`);
		assert.ok(share(open, ({ p }) => p.place <= 3) >= 0.98, `${share(open, ({ p }) => p.place <= 3)}`);
	});

	test('three looks on average at most; where nothing is wrong "yes" after three at most in nearly nine of ten', () => {
		const looks = open.reduce((sum, { p }) => sum + p.asked.length, 0) / open.length;
		assert.ok(looks <= 3, `${looks}`);
		const normal = open.filter(({ c }) => causeOf(c.is)!.action === 'go on');
		const soon = share(normal, ({ p }) => p.yesAfter !== null && p.yesAfter <= 3);
		assert.ok(normal.length > 15 && soon >= 0.8, `${soon} of ${normal.length}`);
	});

	test('where it burns "yes" is said in one of fifty at most, whatever is answered on the way', () => {
		const burning = open.filter(burns);
		assert.ok(burning.length > 40);
		assert.ok(share(burning, ({ p }) => p.yesAfter !== null) <= 0.02);
		const next = uniform(11);
		const wrong = burning.map((run) => ({ ...run, p: playOut(run.c, { wrong: () => next() < 0.1 }) }));
		assert.ok(share(wrong, ({ p }) => p.may === 'yes') <= 0.04);
	});

	test('with the course weighed the odds of what is right are no worse than without', () => {
		const said = ({ c, p }: Run) =>
			p.diagnosis.actions.find((a) => a.action === causeOf(c.is)!.action)?.p ?? 0;
		const brier = (runs: readonly Run[]) =>
			runs.reduce((sum, run) => sum + (1 - said(run)) ** 2, 0) / runs.length;
		const courses = open.filter(({ c }) => Object.keys(c.fits ?? {}).length > 0);
		assert.ok(courses.length > 30);
		const without = courses.map((run) => ({ ...run, p: playOut({ ...run.c, fits: {} }) }));
		assert.ok(brier(courses) <= brier(without) + 0.01, `${brier(courses)} with, ${brier(without)} without`);
	});
});
