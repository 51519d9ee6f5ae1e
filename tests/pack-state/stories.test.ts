/**
 * Stories of packs, with what must be believed of each and of its next program; see `stories.ts`.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { verdictOf } from '../../core/program/check';
import { solve } from '../../core/program/solve';
import { ordinaryTask } from '../../core/request/task';
import { chemistryOf } from '../../core/chemistry/catalogue';
import { packState } from '../../core/pack-state/pack-state';
import { aContext } from '../support/bench-chargers';
import { atHour } from '../support/pack-events';
import { aMultiCharger } from '../support/rule-cases';
import { FIGURES, STORIES } from './stories';

const AIR_DEG_C = 21;
const cases = STORIES.flatMap((story) =>
	Object.entries(FIGURES)
		.filter(([, f]) => story.of(f))
		.map(([chemistry, f]) => ({ story, chemistry, f }))
);

test('there are stories enough, a third of them of what takes charge out, stores, cycles or recovers', () => {
	assert.ok(cases.length >= 150, `${cases.length} stories`);
	const ends = cases.filter(({ story, f }) =>
		story.events(f).some((e) => e.kind === 'run' && e.task !== 'charge' && e.task !== 'balance')
	);
	assert.ok(ends.length >= 60, `${ends.length} of them`);
});

for (const { story, chemistry, f } of cases)
	test(`${chemistry}: ${story.name}`, () => {
		const events = story.events(f);
		const now = atHour(story.askedAt);
		const state = packState(f.pack, events, now, AIR_DEG_C);
		const must = story.believed(f);
		const { charge } = state;
		const told = `${JSON.stringify(charge)} ${JSON.stringify(state.judged)} ${JSON.stringify(state.contradictions)}`;
		if (must.mean)
			assert.ok(
				charge && charge.mean >= must.mean[0] && charge.mean <= must.mean[1],
				`${must.mean.join(' to ')}: ${told}`
			);
		if (must.reaches)
			assert.ok(charge && charge.low <= must.reaches[0] && charge.high >= must.reaches[1], told);
		if ('claim' in must && must.claim !== undefined) assert.equal(state.claim, must.claim, told);
		if (must.contradicts !== undefined) assert.equal(state.contradictions.length > 0, must.contradicts, told);
		if (must.outcome) assert.equal(state.judged?.outcome, must.outcome, told);
		if (must.condition) assert.equal(state.condition.condition, must.condition);
		const { lastReading } = state;
		const { findings } = solve(
			aContext({
				pack: f.pack,
				charger: aMultiCharger(),
				reading: lastReading?.reading ?? null,
				task: ordinaryTask(chemistryOf(chemistry), f.pack.cells),
				ambientDegC: AIR_DEG_C,
				now,
				around: { events }
			})
		);
		const rules = findings.map((found) => found.rule);
		for (const rule of must.finds ?? [])
			assert.ok(rules.includes(rule), `${rule} is not among ${rules.join()}`);
		for (const rule of must.spares ?? [])
			assert.ok(!rules.includes(rule), `${rule} is among ${rules.join()}`);
		if (must.clear === false) assert.notEqual(verdictOf(findings), 'clear', rules.join());
		// Nothing that contradicts itself, is hot or is out of service is ever clear.
		if (state.contradictions.length || state.warmth.unexplained || state.condition.condition !== 'in service')
			assert.notEqual(verdictOf(findings), 'clear', rules.join());
	});
