/**
 * The tables of causes, looks and symptoms; what is known of many situations; and what benches
 * worked out by hand come to: as written down.
 */
import { test } from 'node:test';
import { CAUSES } from '../../core/diagnose/causes';
import { CLUES } from '../../core/diagnose/clue';
import { factsOf, type Known } from '../../core/diagnose/facts';
import { diagnose, type Diagnosis } from '../../core/diagnose/infer';
import { mayGoOn } from '../../core/diagnose/may-go-on';
import { nextTest } from '../../core/diagnose/next-test';
import { SYMPTOMS } from '../../core/diagnose/symptom';
import { solve } from '../../core/program/solve';
import { play } from '../diagnose/dialogue';
import { HAND_CASES } from '../diagnose/hand-cases';
import { asWritten, line } from '../support/golden';
import { SCENES } from '../support/scenes';

test('causes, looks and symptoms', () => {
	asWritten('diagnose-tables', [
		...CAUSES.map((c) => `cause ${line(c)}`),
		...Object.entries(CLUES).map(([id, clue]) => `look ${id} ${line(clue)}`),
		...Object.entries(SYMPTOMS).map(([id, symptom]) => `symptom ${id} ${line(symptom)}`)
	]);
});

test('what is known without asking', () => {
	// Every third of them: what is known is alike in many.
	const lines = SCENES.filter((_, n) => n % 3 === 1).flatMap(([name, context], n) => {
		const { resolved: r, settings, forecast } = solve(context);
		const cells = r.reading?.cellVoltagesV ?? [];
		const moved = (share: number) => (forecast ? share * forecast.chargeAh.median : null);
		const low = cells.map((v, i) => (i === 1 ? v - 0.15 : v));
		const sides: Omit<Known, 'r' | 'settings'>[] = [
			{ run: null, check: null, shown: null, othersRun: false },
			{
				run: {
					endReason: (['full', 'timer', 'capacity limit'] as const)[n % 3],
					durationS: 60 * [4, 40, 90][n % 3],
					chargeAh: moved([0.3, 1, 1.25][n % 3]),
					expectedAh: moved(1),
					status: 'ended'
				},
				check: {
					countRead: r.pack.cells - (n % 2),
					cellsV: cells.length ? [[...cells], low, cells.map(() => 0)][n % 3] : null,
					mainV: [cells.reduce((a, b) => a + b, 0), 0.1, 5][n % 3],
					inputV: [12.4, 10, 24][n % 3]
				},
				shown: null,
				othersRun: true
			},
			{
				run: { endReason: null, durationS: null, chargeAh: null, expectedAh: moved(1), status: 'running' },
				check: null,
				shown: {
					currentA: settings.currentA * [1, 0.6, 0.3][n % 3],
					packV: r.pack.cells * [3.7, 4.1, 4.2][n % 3],
					cellV: low,
					chargeAh: moved(0.5) ?? 0,
					minutes: 30
				},
				othersRun: n % 2 === 0
			}
		];
		return sides.map((side, k) => `${name} ${k}: ${line(factsOf({ r, settings, ...side }))}`);
	});
	asWritten('diagnose-facts', lines);
});

const short = (d: Diagnosis) => ({
	causes: d.causes
		.slice(0, 4)
		.map((c) => [c.cause.id, c.before, c.now, c.for.map((a) => a.clue), c.against.map((a) => a.clue)]),
	none: d.none,
	two: d.two,
	burns: d.burns,
	actions: d.actions.slice(0, 3),
	odd: d.odd?.clue ?? null
});

test('benches worked out by hand: odds, the next look, what each cause would read, and the verdict', () => {
	const lines = HAND_CASES.flatMap((c, k) => {
		const scene = {
			symptom: c.shows,
			family: c.family,
			answers: [],
			impossible: {},
			confirmed: k % 5 === 0 ? { [c.is]: 2 } : {}
		};
		const first = diagnose(scene);
		const { diagnosis, asked, may } = play(c);
		return [
			`${k} ${c.shows} ${c.is}: ${line([short(first), nextTest(scene, first), mayGoOn(first, [])])}`,
			`${k} played: ${line([short(diagnosis), asked, may])}`
		];
	});
	asWritten('diagnose-cases', lines);
});
