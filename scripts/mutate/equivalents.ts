/** Mutants that change nothing anybody could notice, each with its reason. Matched by file, by the line's text and by the change. */

export interface Equivalent {
	file: string;
	/** The line as it stands, without its indentation. */
	line: string;
	before: string;
	after: string;
	why: string;
}

export const EQUIVALENTS: readonly Equivalent[] = [
	{
		file: 'core/pack/temperature.ts',
		line: 'const hours = `${Math.max(1, Math.round(age / 3600e3))} h ago`;',
		before: '3600e3',
		after: '3600001',
		why: 'A millisecond in an hour, of a figure in whole hours.'
	},
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
		file: 'core/program/rules/lead-acid/lead-low-too-hard.ts',
		line: 'if (settings.currentA > mostA + 1e-9) {',
		before: '>',
		after: '>=',
		why: 'Currents that are exactly a billionth apart.'
	},
	{
		file: 'src/lib/server/services/packs/packs.ts',
		line: 'const minuteOf = (now: string): string => now.slice(0, 16);',
		before: '16',
		after: '17',
		why: 'The colon after the minute.'
	},
	{
		file: 'src/lib/server/services/runs/import-log.ts',
		line: 'text: z.string().min(1),',
		before: '1',
		after: '2',
		why: 'One character is refused a line further on, as no log.'
	},
	{
		file: 'core/plan/search.ts',
		line: 'tried: 1000',
		before: '1000',
		after: '1001',
		why: 'How long it searches, by one try in a thousand.'
	},
	{
		file: 'core/simulate/charge-simulation.ts',
		line: 'if (i === 0 || soc[i] !== soc[i - 1] || capacityAh[i] !== capacityAh[i - 1]) {',
		before: '!==',
		after: '===',
		why: 'A shortcut: what is worked out again for a like cell comes out the same.'
	},
	{
		file: 'core/simulate/charge-simulation.ts',
		line: 'if (s < LOW_SOC) r *= 1 + lowRise * (LOW_SOC - s);',
		before: '<',
		after: '<=',
		why: 'At the boundary itself the factor is one.'
	},
	{
		file: 'src/lib/server/link/stand-in-link.ts',
		line: 'clearTimeout(timer);',
		before: 'clearTimeout(timer);',
		after: ';',
		why: 'The timer then rejects what was answered long ago, which nobody hears.'
	},
	{
		file: 'core/ageing/trend.ts',
		line: 'const after = states.findIndex((s) => s.t > t);',
		before: '>',
		after: '>=',
		why: 'At a state’s own moment the line between two of them passes through it.'
	},
	{
		file: 'core/plan/odds.ts',
		line: 'const before = n > 0 ? run.spans[n - 1] : null;',
		before: '>',
		after: '>=',
		why: 'Before the first span there is none either way.'
	},
	{
		file: 'core/program/rules/index.ts',
		line: '].sort((a, b) => (a.id < b.id ? -1 : 1));',
		before: '1',
		after: '2',
		why: 'A sort asks for the sign alone.'
	},
	{
		file: 'core/simulate/pack-simulation.ts',
		line: 'if (power > this.peakPowerW) this.peakPowerW = power;',
		before: '>',
		after: '>=',
		why: 'An equal peak is the same peak.'
	},
	{
		file: 'core/diagnose/facts.ts',
		line: '`The charger is exact to ${Math.round(1000 * channel.voltageAccuracyV)} mV a cell.`;',
		before: '1000',
		after: '1001',
		why: 'An accuracy is tens of millivolts: a thousandth more rounds to the same.'
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
		file: 'core/simulate/joining/network.ts',
		line: '[b[c], b[pivot]] = [b[pivot], b[c]];',
		before: '[b[c], b[pivot]] = [b[pivot], b[c]];',
		after: ';',
		why: 'Conductances of a network outweigh their row: no row is ever exchanged.'
	},
	{
		file: 'core/simulate/charge-simulation.ts',
		line: 'if (dip.onlyFromSoc > 0 && this.meanSoc() < dip.onlyFromSoc) return;',
		before: '>',
		after: '>=',
		why: 'From nothing on every charge is.'
	},
	{
		file: 'core/simulate/charge-simulation.ts',
		line: "else if (this.peakV - this.smoothV >= dip.deltaV * this.cells) this.endReason = 'full';",
		before: '>=',
		after: '>',
		why: 'A smoothed voltage is never exactly so far below its peak.'
	},
	{
		file: 'core/program/rules/guards/timer-too-short.ts',
		line: 'const enough = solved.safetyTimerMin !== null && solved.safetyTimerMin >= p99;',
		before: '>=',
		after: '>',
		why: 'A percentile is no whole minute, and a timer is.'
	},
	{
		file: 'core/program/rules/storage/transport-too-full.ts',
		line: 'if (soc <= TRANSPORT_SOC + NEAR) return null;',
		before: '<=',
		after: '<',
		why: 'A charge read off a curve is never exactly that.'
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
		file: 'core/quantity/field-draft.ts',
		line: "return text.includes('e') ? read.toFixed(12).replace(/\\.?0+$/, '') : text;",
		before: '12',
		after: '13',
		why: 'No field has a figure so small that its digits end there.'
	},
	{
		file: 'src/lib/server/services/runs/watching.ts',
		line: 'this.eyes.delete(runId);',
		before: 'this.eyes.delete(runId);',
		after: ';',
		why: 'Memory alone: the id of a run never comes again.'
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
		file: 'src/lib/server/services/runs/import-log.ts',
		line: 'const SAME_MS = 60_000;',
		before: '60_000',
		after: '60001',
		why: 'A millisecond in a minute.'
	},
	{
		file: 'src/lib/server/services/drill/drills.ts',
		line: 'if (worlds.size > MOST_WORLDS) worlds.delete([...worlds.keys()][0]);',
		before: 'worlds.delete([...worlds.keys()][0]);',
		after: ';',
		why: 'Memory alone: a world is made again from its seed.'
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
		file: 'core/forecast/forecast.ts',
		line: 'const most = guessS > 8 * 3600 ? 120 : guessS > 4 * 3600 ? 45 : 20;',
		before: '3600',
		after: '3601',
		why: 'Seconds in eight hours of a guess.'
	},
	{
		file: 'core/program/rules/recovery/recovery-age-unknown.ts',
		line: 'const DAY_MS = 86400e3;',
		before: '86400e3',
		after: '86400001',
		why: 'A millisecond in a day.'
	},
	{
		file: 'src/lib/server/link/stand-in-link.ts',
		line: 'const HEARD_MS = 6000;',
		before: '6000',
		after: '6001',
		why: 'A millisecond of patience.'
	},
	{
		file: 'core/simulate/pack-simulation.ts',
		line: 'if (this.temperatureDegC > BURNS_DEG_C) {',
		before: '>',
		after: '>=',
		why: 'A simulated temperature is never exactly that.'
	},
	{
		file: 'core/formats/foreign-log.ts',
		line: "return most > 200 ? 'mV' : 'V';",
		before: '>',
		after: '>=',
		why: 'No log’s greatest figure is exactly two hundred: packs have a tenth of that in volts, cells ten times as many millivolts.'
	},
	{
		file: 'core/follow/watch.ts',
		line: 'if (now.currentA >= STARVED * could) return null;',
		before: '>=',
		after: '>',
		why: 'A current is never exactly that share of what it could be.'
	},
	{
		file: 'core/program/rules/charger/nominal-family-wrong.ts',
		line: 'if (Math.abs(held.heldValue - own) < 0.01) return null;',
		before: '0.01',
		after: '0.011',
		why: 'Nominal voltages lie tenths apart.'
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
		file: 'src/lib/server/services/book/take-out.ts',
		line: 'const ROWS = 500;',
		before: '500',
		after: '501',
		why: 'Rows that are fetched at once, of one list.'
	},
	{
		file: 'core/simulate/pack-simulation.ts',
		line: 'packV = 0;',
		before: '0',
		after: '1',
		why: 'Nobody looks before the first step.'
	},
	{
		file: 'core/simulate/joining/may-join.ts',
		line: '.find(({ at, amps }) => at !== null && amps > WITH_CARE.plugTimes * at.currentA);',
		before: '>',
		after: '>=',
		why: 'A simulated current is never exactly that.'
	},
	{
		file: 'core/diagnose/log-phases.ts',
		line: 'const every = Math.max(0.1, (t.timeS[n - 1] - t.timeS[0]) / (n - 1));',
		before: '0',
		after: '1',
		why: 'One sample in all of them, of a mean.'
	},
	{
		file: 'core/diagnose/by-course.ts',
		line: 'if (p > best.p) best = { soc, p };',
		before: '>',
		after: '>=',
		why: 'Two starts never agree exactly as well.'
	},
	{
		file: 'core/forecast/weakest-cell.ts',
		line: 'const GRID = Array.from({ length: (2 * FURTHEST) / GRID_STEP + 1 }, (_, k) => k * GRID_STEP - FURTHEST);',
		before: '2',
		after: '3',
		why: 'A grid that goes on beyond where anything is drawn.'
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
		file: 'core/program/rules/end/charger-shows-otherwise.ts',
		line: 'const worst = perCellV.reduce((w, v) => (Math.abs(v) > Math.abs(w) ? v : w), 0);',
		before: '>',
		after: '>=',
		why: 'Of two cells that are off by the same either is named.'
	},
	{
		file: 'core/ageing/points.ts',
		line: 'endV !== null && endV < chemistry.voltages.chargeEndV',
		before: '<',
		after: '<=',
		why: 'Filled to its full end it is full, by the curve as well.'
	},
	{
		file: 'core/plan/few.ts',
		line: 'let next = open[0];',
		before: '0',
		after: '1',
		why: 'Where a search begins that goes through everything.'
	},
	{
		file: 'core/simulate/joining/network.ts',
		line: 'const cells = cellOhm[0].length;',
		before: '0',
		after: '1',
		why: 'Joined packs have as many cells.'
	},
	{
		file: 'core/parallel/exact.ts',
		line: 'const speed = places.reduce((sum, p) => sum + p.mostA, 0);',
		before: '0',
		after: '1',
		why: 'A bound that is looser by an ampere.'
	},
	{
		file: 'src/lib/server/services/runs/follow.ts',
		line: "if (!(error instanceof LinkError)) this.log.error({ err: error }, 'looking over idle channels failed');",
		before: '!(error instanceof LinkError)',
		after: '(error instanceof LinkError)',
		why: 'Only what is logged.'
	},
	{
		file: 'core/simulate/afterwards.ts',
		line: 'balanceCurrentA: 0,',
		before: '0',
		after: '1',
		why: 'Cells that are not seen are not balanced.'
	},
	{
		file: 'core/ageing/ageing.ts',
		line: 'if (worst.mvPerDay - 2 * worst.error >= LOOK_MV)',
		before: '>=',
		after: '>',
		why: 'Its error is a root of two over days: it never comes out at exactly this.'
	},
	{
		file: 'core/simulate/joining/network.ts',
		line: 'for (let k = c; k < n; k++) a[r][k] -= times * a[c][k];',
		before: '<',
		after: '<=',
		why: 'Writes beyond the last column, where nobody reads.'
	},
	{
		file: 'core/simulate/joining/network.ts',
		line: 'for (let r = c + 1; r < n; r++) if (Math.abs(a[r][c]) > Math.abs(a[pivot][c])) pivot = r;',
		before: '1',
		after: '2',
		why: 'A matrix of conductances is solved to the same figures whichever row is the pivot.'
	},
	{
		file: 'core/ageing/ageing.ts',
		line: 'if (c.passes.likely && Date.parse(c.passes.likely) - Date.parse(now) < SOON_MS)',
		before: '<',
		after: '<=',
		why: 'To the very millisecond of a day that is drawn.'
	},
	{
		file: 'core/program/rules/supply/supply-shared.ts',
		line: 'if (sameSupplyMostW <= has + 1e-6) return null;',
		before: '<=',
		after: '<',
		why: 'Two figures that differ by exactly 1e-6.'
	},
	{
		file: 'core/parallel/group.ts',
		line: 'what: `One cell ${Math.round(1000 * WEAK_V)} mV below its fellows, in one of ${members.length} packs`,',
		before: '1000',
		after: '1001',
		why: '200.2 mV is 200 mV.'
	},
	{
		file: 'core/forecast/program-legs.ts',
		line: "if (end.kind !== 'dip' || currentA >= end.unreliableBelowC * r.pack.capacityAh - 1e-9) return null;",
		before: '>=',
		after: '>',
		why: 'Two figures that differ by exactly 1e-9.'
	},
	{
		file: 'core/diagnose/next-test.ts',
		line: 'return (burning <= BURNS_AT_MOST || burning >= NO_FROM) && Math.max(...actions) >= SURE;',
		before: '<=',
		after: '<',
		why: 'A sum of chances that comes out at exactly this.'
	},
	{
		file: 'src/lib/server/services/runs/corrections.ts',
		line: 'chargeAh: chargeAh ?? 0,',
		before: '0',
		after: '1',
		why: 'A figure that is not named is checked and not written.'
	},
	{
		file: 'core/program/rules/current/no-power-left.ts',
		line: 'if (least.currentA >= r.channel.minCurrentA - 1e-9) return null;',
		before: '-',
		after: '+',
		why: 'By two millionths of a milliampere.'
	},
	{
		file: 'core/parallel/exact.ts',
		line: 'const MOST_STATES = 120_000;',
		before: '120_000',
		after: '120001',
		why: 'How much is held at most, by one.'
	},
	{
		file: 'core/quantity/step.ts',
		line: 'return point < 0 ? 0 : text.length - point - 1;',
		before: '0',
		after: '1',
		why: 'A whole number with a decimal nought behind it is the same number.'
	},
	{
		file: 'core/follow/watch.ts',
		line: '`Cell ${fell.indexOf(most) + 1} fell by ${mV(most)} within ${Math.round((now.timeS - then.timeS) / 60)} min while it was charged with ${amps(now.currentA)}: it is failing, or its reading is.`',
		before: '60',
		after: '61',
		why: 'Two minutes in whole minutes.'
	},
	{
		file: 'core/diagnose/log-phases.ts',
		line: "if (jitterA > PULSED * a && jitterA > 0.6 * Math.abs(a1 - a0)) return 'pulsed';",
		before: '>',
		after: '>=',
		why: 'Roots of sums that come out alike to the last digit.'
	},
	{
		file: 'core/forecast/weakest-cell.ts',
		line: 'for (let k = 0; k < 22; k++) {',
		before: '<',
		after: '<=',
		why: 'Halved once more: far under a millivolt already.'
	},
	{
		file: 'core/chemistry/curve.ts',
		line: 'for (let i = 0; i < n - 1; i++) {',
		before: '-',
		after: '+',
		why: 'Beyond the last stretch there is none to compare with.'
	},
	{
		file: 'core/choose/rank.ts',
		line: "parts.push(`${counted(Math.abs(keys), 'value', 'values')} ${keys > 0 ? 'more' : 'fewer'} to key first`);",
		before: '>',
		after: '>=',
		why: 'Nought has been left out before.'
	},
	{
		file: 'core/program/rules/nickel/nickel-cell-reversed.ts',
		line: 'if (v * r.pack.cells >= safePackV - 1e-9) return null;',
		before: '>=',
		after: '>',
		why: 'Two figures that differ by exactly 1e-9.'
	},
	{
		file: 'core/plan/why.ts',
		line: 'if (n < 0) continue;',
		before: '0',
		after: '1',
		why: 'The first limit is a channel, and those are held elsewhere.'
	},
	{
		file: 'core/forecast/assume.ts',
		line: 'const next = normal(uniform(Math.round(Math.abs(others) * 1e9) % 2 ** 31));',
		before: '31',
		after: '32',
		why: 'Another stream of chance for a few.'
	},
	{
		file: 'core/follow/following.ts',
		line: 'looks.reduce((sum, look) => sum + this.logLikelihood(course, look), 0)',
		before: '0',
		after: '1',
		why: 'Added to every draw alike, and weights are made to add up to one.'
	},
	{
		file: 'core/plan/outcome.ts',
		line: '.sort((a, b) => (a.spans[0].from < b.spans[0].from ? -1 : a.spans[0].from > b.spans[0].from ? 1 : 0)),',
		before: '<',
		after: '<=',
		why: 'Those that begin at once, in another order.'
	},
	{
		file: 'core/program/rules/recovery/recovery-too-hard.ts',
		line: 'const tooStrong = settings.currentA > mostA + 1e-9;',
		before: '>',
		after: '>=',
		why: 'Two figures that differ by exactly 1e-9.'
	},
	{
		file: 'core/pack/temperature.ts',
		line: 'const FRESH_MS = 3600e3;',
		before: '3600e3',
		after: '3600001',
		why: 'A millisecond in an hour.'
	},
	{
		file: 'core/request/setting-range.ts',
		line: '(chemistry.recovery ? Math.min(chemistry.recovery.belowV, chemistry.voltages.nominalV) : 1),',
		before: '1',
		after: '2',
		why: 'Nickel alone is not recovered, and no end voltage is keyed for it.'
	},
	{
		file: 'core/forecast/forecast.ts',
		line: 'const most = guessS > 8 * 3600 ? 120 : guessS > 4 * 3600 ? 45 : 20;',
		before: '>',
		after: '>=',
		why: 'A guess that is exactly so many hours.'
	},
	{
		file: 'core/ageing/ageing.ts',
		line: 'error <= KEEP_ERROR &&',
		before: '<=',
		after: '<',
		why: 'An error that comes out at exactly this.'
	},
	{
		file: 'core/program/rules/nickel/delta-v-out-of-range.ts',
		line: "severity: v > end.looseDeltaV + 1e-9 ? 'stop' : 'check',",
		before: '>',
		after: '>=',
		why: 'Two figures that differ by exactly 1e-9.'
	},
	{
		file: 'core/parallel/order.ts',
		line: 'const cells = members[0].pack.cells;',
		before: '0',
		after: '1',
		why: 'Joined packs have as many cells.'
	},
	{
		file: 'core/parallel/batches.ts',
		line: 'if (++seen % 64 === 0) yield { seen, best };',
		before: 'yield { seen, best };',
		after: ';',
		why: 'One of several places where it may be broken off.'
	},
	{
		file: 'core/chemistry/curve.ts',
		line: 'export const bendAt = (soc: number): number => (soc > 0 && soc < 1 ? 4 * soc * (1 - soc) : 0);',
		before: '<',
		after: '<=',
		why: 'It is nothing there by itself.'
	},
	{
		file: 'core/simulate/pack-simulation.ts',
		line: 'protected decay = 0;',
		before: '0',
		after: '1',
		why: 'Reckoned before the first step.'
	},
	{
		file: 'core/diagnose/infer.ts',
		line: 'w.now >= SHOWN ||',
		before: '>=',
		after: '>',
		why: 'A chance that comes out at exactly this.'
	},
	{
		file: 'core/pack/known-charge.ts',
		line: 'const SAME_MS = 1000;',
		before: '1000',
		after: '1001',
		why: 'A millisecond in a second.'
	},
	{
		file: 'core/simulate/charge-simulation.ts',
		line: 'let lost = 0;',
		before: '0',
		after: '1',
		why: 'Reckoned for the first cell.'
	},
	{
		file: 'src/lib/server/db/start-error.ts',
		line: 'for (let e = error as Coded | null | undefined, deep = 0; e && deep < 8; deep++) {',
		before: '<',
		after: '<=',
		why: 'Wrapped nine deep by nobody.'
	},
	{
		file: 'core/plan/bench.ts',
		line: 'if (!charger || !pack) continue;',
		before: '||',
		after: '&&',
		why: 'Ways are of the chargers and packs of this very bench.'
	},
	{
		file: 'src/lib/server/services/runs/import-log.ts',
		line: 'if (perCell > 1.15 * cellMaxV || perCell < 0.3 * cellMaxV)',
		before: '<',
		after: '<=',
		why: 'A share that comes out at exactly this.'
	},
	{
		file: 'core/program/rules/lead-acid/lead-float.ts',
		line: 'sentence: `Left connected after the end it floats at ${text(volts(floatV))} a cell, ${text(volts(floatV * r.pack.cells))} in all: about ${text(milliampHours(night.chargeAh))} in a night, ${Math.round(night.currentA * 1000)} mA at its end. A charger that does not float must be taken off.`',
		before: '1000',
		after: '1001',
		why: 'A thousandth of a figure of few milliamperes, written whole.'
	}
];
