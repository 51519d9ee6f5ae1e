/**
 * How good the odds are: npm run diagnose. Benches worked out by hand, played as a person would
 * answer, rightly and with one answer in ten wrong; drills, where the charger's own pages are
 * read off the simulated charger. Prints shares, looks asked, Brier score and calibration.
 */
import { causeOf } from '../core/diagnose/causes';
import { uniform } from '../core/simulate/random';
import { DRILLS } from '../drill/drills';
import { expertPath } from '../drill/expert';
import { worldOf } from '../drill/world';
import { play, type PlayedByHand as Played } from '../tests/diagnose/dialogue';
import { HAND_CASES } from '../tests/diagnose/hand-cases';

const ROUNDS = 10;
const percent = (p: number): string => `${(100 * p).toFixed(1)} %`;
const share = <T>(list: readonly T[], holds: (x: T) => boolean): number =>
	list.filter(holds).length / list.length;
const burns = ({ case: c }: Played): boolean => causeOf(c.is)!.burns;
const normal = ({ case: c }: Played): boolean => !causeOf(c.is)!.burns && causeOf(c.is)!.action === 'go on';

/** What was said of the true cause, or of one with its action, in the end. */
const saidOf = ({ case: c, diagnosis }: Played): number =>
	diagnosis.actions.find((a) => a.action === causeOf(c.is)!.action)?.p ?? 0;

function row(name: string, runs: readonly Played[]): string {
	const brier = runs.reduce((sum, run) => sum + (1 - saidOf(run)) ** 2, 0) / runs.length;
	const looks = runs.reduce((sum, run) => sum + run.asked.length, 0) / runs.length;
	const [bad, good] = [runs.filter(burns), runs.filter(normal)];
	return `| ${name} | ${runs.length} | ${percent(share(runs, (r) => r.place === 1))} | ${percent(share(runs, (r) => r.place <= 3))} | ${looks.toFixed(2)} | ${brier.toFixed(3)} | ${percent(share(bad, (r) => r.may === 'yes'))} | ${percent(share(good, (r) => r.yesAfter !== null && r.yesAfter <= 3))} / ${percent(share(good, (r) => r.yesAfter !== null))} |`;
}

const right = HAND_CASES.map((c) => play(c));
const next = uniform(42);
const wrong = Array.from({ length: ROUNDS }, () =>
	HAND_CASES.map((c) => play(c, { wrong: () => next() < 0.1 }))
).flat();
const chance = HAND_CASES.map((c) => play(c, { order: (left) => left[Math.floor(next() * left.length)] }));
console.log(
	'| benches | played | first | among three | looks | Brier of the action | "yes" on what burns | normal: "yes" within 3 looks / at all |'
);
console.log('| --- | --- | --- | --- | --- | --- | --- | --- |');
console.log(row('answered rightly', right));
console.log(row('one answer in ten wrong', wrong));
console.log(row('looks in an order by chance', chance));

console.log('\n| said of the likeliest action | times | it was so |');
console.log('| --- | --- | --- |');
for (const [from, to] of [
	[0, 0.5],
	[0.5, 0.8],
	[0.8, 0.9],
	[0.9, 0.97],
	[0.97, 1.01]
]) {
	const these = wrong.filter(({ diagnosis: d }) => d.actions[0].p >= from && d.actions[0].p < to);
	if (these.length === 0) continue;
	const so = share(these, ({ case: c, diagnosis: d }) => d.actions[0].action === causeOf(c.is)!.action);
	console.log(`| ${percent(from)} to ${percent(Math.min(1, to))} | ${these.length} | ${percent(so)} |`);
}

const drills = DRILLS.flatMap((drill) =>
	[1, 2, 3, 4, 5].map((seed) => ({ drill, path: expertPath(drill, worldOf(drill, seed)) }))
);
const found = share(
	drills,
	({ drill, path }) => path.diagnosis.causes[0].cause.action === causeOf(drill.causeId)!.action
);
const unsafe = share(
	drills,
	({ drill, path }) => causeOf(drill.causeId)!.burns && path.verdict.may === 'yes'
);
const looks = drills.reduce((sum, { path }) => sum + path.looks.length, 0) / drills.length;
console.log(
	`\nDrills on the simulated charger: ${drills.length} played, ${percent(found)} found, ${looks.toFixed(2)} looks, "yes" on what burns ${percent(unsafe)}.`
);
