/**
 * Small days as written down: every place that there is, what is planned, what it costs at least,
 * what binds, what would help, and the odds.
 */
import { test } from 'node:test';
import { pricesFor } from '../../core/plan/bound';
import { outlookOf } from '../../core/plan/odds';
import { placementsOf } from '../../core/plan/placements';
import { bindingsOf, helpOf, variantsOf, whyNot } from '../../core/plan/why';
import { runsOfDay } from '../support/day-walk';
import { asWritten, line } from '../support/golden';
import { foundPlan, smallDay, watchOfDay } from '../support/plans';

const DAYS = [1, 2, 3, 5, 8, 101, 104];

test('small days: places, plan, bound, what binds and helps, odds', () => {
	asWritten(
		'planned',
		DAYS.flatMap((seed) => {
			const problem = smallDay(seed);
			const placements = placementsOf(problem);
			const found = foundPlan(problem, placements, { rounds: 120 });
			const prices = pricesFor(problem, placements, found.cost, 20);
			const bindings = bindingsOf(problem, prices);
			const outlook = outlookOf(runsOfDay(problem, found.placed), watchOfDay(problem), {
				tries: 60,
				seed,
				walkMin: problem.walk * problem.slotMin
			});
			return [
				`# day ${seed}`,
				...placements.map((list, j) => {
					const sum = (of: (p: (typeof list)[number]) => number) => list.reduce((s, p) => s + of(p), 0);
					return `job ${j}: ${list.length} places, ${line([sum((p) => p.cost), sum((p) => p.end), sum((p) => p.acts.length), sum((p) => p.spans.length), sum((p) => Number(p.inTime))])}`;
				}),
				...found.placed.map((p, j) =>
					p
						? `job ${j} way ${p.way} ${line([p.start, p.end, p.inTime, p.cost, p.spans, p.acts])}`
						: `job ${j} left out: ${line(whyNot(problem, placements, found, j))}`
				),
				`cost ${line([found.cost, found.visits])}, no less than ${line(prices.bound)}`,
				...bindings.map((b) => line(b)),
				...variantsOf(problem, bindings).map((variant) => {
					const { help, better } = helpOf(problem, found, variant, 40, prices);
					return `${variant.what}: ${help ? line(help) : `a better plan, ${line(better.cost)}`}`;
				}),
				line([...outlook.byJob])
			];
		})
	);
});
