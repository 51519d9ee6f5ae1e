/** In what sorts batches and plans days. */
import type { Equivalent } from './equivalent';

export const IN_PLANNING: readonly Equivalent[] = [
	{
		file: 'core/parallel/order.ts',
		line: '(next.hardest < known.hardest + 1e-12 && next.sum < known.sum - 1e-12)',
		before: '<',
		after: '<=',
		why: 'Two figures that differ by exactly 1e-12.'
	},
	{
		file: 'core/parallel/exact.ts',
		line: 'let work = 0;',
		before: '0',
		after: '1',
		why: 'How long it searches, by one look.'
	},
	{
		file: 'core/parallel/exact.ts',
		line: 's.price = new Float64Array(Math.max(0, slack + 1)).fill(Infinity);',
		before: '1',
		after: '2',
		why: 'A place more that nobody reads.'
	},
	{
		file: 'core/plan/odds.ts',
		line: 'if (!whole && !span.divisible && begin + span.likelyMin > until + 1e-6) continue;',
		before: '>',
		after: '>=',
		why: 'Minutes that are exactly a millionth apart.'
	},
	{
		file: 'core/plan/bound.ts',
		line: 'dear[n] = price.subarray(n * slots, (n + 1) * slots).some((x) => x > 0) ? 1 : 0;',
		before: '0',
		after: '1',
		why: 'A shortcut: what is looked at in vain adds nothing.'
	},
	{
		file: 'core/plan/search.ts',
		line: 'tried: 300',
		before: '300',
		after: '301',
		why: 'How long it searches, by one try in three hundred.'
	},
	{
		file: 'core/plan/odds.ts',
		line: 'const before = n > 0 ? run.spans[n - 1] : null;',
		before: '>',
		after: '>=',
		why: 'Before the first span there is none either way.'
	},
	{
		file: 'core/parallel/schedule.ts',
		line: 'const at = batches.map(() => -1);',
		before: '1',
		after: '2',
		why: 'Every one of them is written before it is read: no batch is left unplaced where all are.'
	},
	{
		file: 'core/plan/plan-schema.ts',
		line: 'const hoursBetween = (a: string, b: string) => (Date.parse(b) - Date.parse(a)) / 3600e3;',
		before: '3600e3',
		after: '3600001',
		why: 'A third of a millionth of a fortnight.'
	},
	{
		file: 'core/plan/search.ts',
		line: ': how < 0.55',
		before: '<',
		after: '<=',
		why: 'A number drawn between nought and one is never exactly that.'
	},
	{
		file: 'core/plan/due-care.ts',
		line: 'if (stores && soc !== null && soc > STANDS_HIGH) {',
		before: '>',
		after: '>=',
		why: 'A charge read off a curve is never exactly that.'
	},
	{
		file: 'core/plan/why.ts',
		line: 'const better = step.value.cost < planned.cost - WORTH ? step.value : planned;',
		before: '<',
		after: '<=',
		why: 'Costs are sums of many figures: none is exactly so much less.'
	},
	{
		file: 'core/parallel/sorter.ts',
		line: 'volts[at] - volts[from] <= this.s.fitting.windowV + 1e-9',
		before: '<=',
		after: '<',
		why: 'Volts that are exactly a billionth further apart.'
	},
	{
		file: 'core/parallel/exact.ts',
		line: 'if (++work % SLICE === 0) yield;',
		before: '0',
		after: '1',
		why: 'When it breathes, by one look.'
	},
	{
		file: 'core/plan/search.ts',
		line: '(a, b) => weightOf(b) - weightOf(a) || placements[a].length - placements[b].length',
		before: '-',
		after: '+',
		why: 'The order of a first attempt among jobs that matter as much; the search goes on from it.'
	},
	{
		file: 'core/parallel/batches.ts',
		line: 'for (let moves = 1 + pick(3); moves > 0; moves--) {',
		before: '3',
		after: '4',
		why: 'How hard a finished answer is shaken before it is tried again.'
	},
	{
		file: 'core/parallel/batches.ts',
		line: 'for (let round = 0; round < SHAKES && all.length > 3; round++) {',
		before: '<',
		after: '<=',
		why: 'How often it is shaken, by one.'
	},
	{
		file: 'core/plan/search.ts',
		line: 'open.length <= TRIED_AGAIN ? open : Array.from({ length: TRIED_AGAIN }, () => open[pick(open.length)]);',
		before: '<=',
		after: '<',
		why: 'Which jobs are tried again at one round, where they are exactly so many.'
	},
	{
		file: 'core/parallel/exact.ts',
		line: 'yield;',
		before: 'yield;',
		after: ';',
		why: 'Only how often other work gets in.'
	},
	{
		file: 'core/parallel/exact.ts',
		line: 'let many = 0;',
		before: '0',
		after: '1',
		why: 'One batch of tens of thousands, after which it gives up.'
	},
	{
		file: 'core/parallel/batches.ts',
		line: 'best !== null && count <= bound && best.doneMin - WORTH_MIN <= Math.max(best.bound.doneMin, 0);',
		before: '0',
		after: '1',
		why: 'No batch is over within a minute.'
	},
	{
		file: 'core/plan/placements.ts',
		line: 'constant.set(length, known);',
		before: 'constant.set(length, known);',
		after: ';',
		why: 'A list is made anew instead of shared.'
	},
	{
		file: 'core/plan/few.ts',
		line: 'let next = open[0];',
		before: '0',
		after: '1',
		why: 'Where a search begins that goes through everything.'
	},
	{
		file: 'core/plan/few.ts',
		line: 'let stake = -1;',
		before: '1',
		after: '2',
		why: 'What is at stake is never below nought.'
	},
	{
		file: 'core/plan/few.ts',
		line: 'if (atStake > stake) [next, stake] = [k, atStake];',
		before: '>',
		after: '>=',
		why: 'Of as much at stake either may be put first: everything is gone through.'
	},
	{
		file: 'core/plan/few.ts',
		line: 'const room = bestCost - 1e-9 - cost + fewer;',
		before: '-',
		after: '+',
		why: 'Less is cut off, and the same is found.'
	},
	{
		file: 'core/parallel/exact.ts',
		line: 'const speed = places.reduce((sum, p) => sum + p.mostA, 0);',
		before: '0',
		after: '1',
		why: 'A bound that is looser by an ampere.'
	},
	{
		file: 'core/parallel/group.ts',
		line: 'what: `One cell ${Math.round(1000 * WEAK_V)} mV below its fellows, in one of ${members.length} packs`,',
		before: '1000',
		after: '1001',
		why: '200.2 mV is 200 mV.'
	},
	{
		file: 'core/parallel/exact.ts',
		line: 'const MOST_STATES = 120_000;',
		before: '120_000',
		after: '120001',
		why: 'How much is held at most, by one.'
	},
	{
		file: 'core/plan/why.ts',
		line: 'if (n < 0) continue;',
		before: '0',
		after: '1',
		why: 'The first limit is a channel, and those are held elsewhere.'
	},
	{
		file: 'core/plan/outcome.ts',
		line: '.sort((a, b) => (a.spans[0].from < b.spans[0].from ? -1 : a.spans[0].from > b.spans[0].from ? 1 : 0)),',
		before: '<',
		after: '<=',
		why: 'Those that begin at once, in another order.'
	},
	{
		file: 'core/parallel/batches.ts',
		line: 'if (++seen % 64 === 0) yield { seen, best };',
		before: 'yield { seen, best };',
		after: ';',
		why: 'One of several places where it may be broken off.'
	},
	{
		file: 'core/plan/bench.ts',
		line: 'if (!charger || !pack) continue;',
		before: '||',
		after: '&&',
		why: 'Ways are of the chargers and packs of this very bench.'
	},
	{
		file: 'core/plan/board.ts',
		line: 'if (used[channel + ((first.from + first.to) >> 1)] > 0.5 || used[channel + first.to - 1] > 0.5)',
		before: '0.5',
		after: '0.55',
		why: 'Whole uses: one is more than half, none is not.'
	},
	{
		file: 'core/plan/bound.ts',
		line: 'if (amounts.length < 3 || amounts[0] === amounts[amounts.length - 1]) {',
		before: '0',
		after: '1',
		why: 'Only whether a closer look is worth while: that look decides.'
	},
	{
		file: 'core/plan/search.ts',
		line: 'if (round % 16 === 15) yield { seen: round + 1, share: far, best };',
		before: '16',
		after: '17',
		why: 'How often it is told how far it is.'
	},
	{
		file: 'core/plan/search.ts',
		line: 'if (round % 16 === 15) yield { seen: round + 1, share: far, best };',
		before: '+',
		after: '-',
		why: 'A count of rounds that is told while it goes on, two of hundreds off.'
	},
	{
		file: 'core/plan/search.ts',
		line: 'if (cost < least - 1e-9) [best, least] = [p, cost];',
		before: '<',
		after: '<=',
		why: 'Costs that are exactly a billionth apart.'
	},
	{
		file: 'core/plan/why.ts',
		line: 'for (const p of early.slice(0, 400)) {',
		before: '400',
		after: '401',
		why: 'One place more of four hundred that are looked at.'
	},
	{
		file: 'core/plan/due-care.ts',
		line: 'return items.sort((a, b) => (a.dueAt < b.dueAt ? -1 : 1));',
		before: '1',
		after: '2',
		why: 'A comparison is above or below nothing, however far.'
	},
	{
		file: 'core/parallel/exact.ts',
		line: 'for (let k = 0; k < by.length; k++) {',
		before: '<',
		after: '<=',
		why: 'It has returned at the last of them.'
	},
	{
		file: 'core/parallel/batches.ts',
		line: 'if (clock() > until && best) return best;',
		before: '>',
		after: '>=',
		why: 'The very millisecond.'
	},
	{
		file: 'core/plan/bound.ts',
		line: 'for (let n = 0; n < limits.length; n++) {',
		before: '<',
		after: '<=',
		why: 'Written behind the end of typed arrays, where nothing is kept.'
	},
	{
		file: 'core/plan/odds.ts',
		line: 'for (const w of windows) if (w.fromMin <= until + 1e-6 && w.toMin > until) until = w.toMin;',
		before: '>',
		after: '>=',
		why: 'What it is set to then is what it is.'
	},
	{
		file: 'core/plan/reality.ts',
		line: "last.endReason === 'stopped' && (planned?.spans.filter((s) => s.task === last.task).length ?? 0) > 1;",
		before: '0',
		after: '1',
		why: 'Neither is more than one.'
	},
	{
		file: 'core/plan/board.ts',
		line: 'for (let place = 0; place < places; place++) {',
		before: '<',
		after: '<=',
		why: 'Read behind the end of a typed array, where there are no acts.'
	},
	{
		file: 'core/plan/why.ts',
		line: 'if (all < WORTH) continue;',
		before: '<',
		after: '<=',
		why: 'A worth that is exactly the one from which it is told.'
	},
	{
		file: 'core/plan/placements.ts',
		line: '...acts.map((a) => a - start)',
		before: '-',
		after: '+',
		why: 'Only how often a list of uses is shared.'
	}
];
