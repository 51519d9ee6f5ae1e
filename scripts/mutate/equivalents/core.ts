/** In the rest of core: curves, simulations, rules, what is said. */
import type { Equivalent } from './equivalent';

export const IN_CORE: readonly Equivalent[] = [
	{
		file: 'core/pack/temperature.ts',
		line: 'const hours = `${Math.max(1, Math.round(age / 3600e3))} h ago`;',
		before: '3600e3',
		after: '3600001',
		why: 'A millisecond in an hour, of a figure in whole hours.'
	},
	{
		file: 'core/program/rules/lead-acid/lead-low-too-hard.ts',
		line: 'if (settings.currentA > mostA + 1e-9) {',
		before: '>',
		after: '>=',
		why: 'Currents that are exactly a billionth apart.'
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
		file: 'core/ageing/trend.ts',
		line: 'const after = states.findIndex((s) => s.t > t);',
		before: '>',
		after: '>=',
		why: 'At a state’s own moment the line between two of them passes through it.'
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
		file: 'core/quantity/field-draft.ts',
		line: "return text.includes('e') ? read.toFixed(12).replace(/\\.?0+$/, '') : text;",
		before: '12',
		after: '13',
		why: 'No field has a figure so small that its digits end there.'
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
		file: 'core/simulate/joining/network.ts',
		line: 'const cells = cellOhm[0].length;',
		before: '0',
		after: '1',
		why: 'Joined packs have as many cells.'
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
		file: 'core/program/rules/current/no-power-left.ts',
		line: 'if (least.currentA >= r.channel.minCurrentA - 1e-9) return null;',
		before: '-',
		after: '+',
		why: 'By two millionths of a milliampere.'
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
		file: 'core/forecast/cells-differ.ts',
		line: 'const next = normal(uniform(Math.round(Math.abs(others) * 1e9) % 2 ** 31));',
		before: '31',
		after: '32',
		why: 'Another stream of chance for a few.'
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
		file: 'core/program/rules/lead-acid/lead-float.ts',
		line: 'sentence: `Left connected after the end it floats at ${text(volts(floatV))} a cell, ${text(volts(floatV * r.pack.cells))} in all: about ${text(milliampHours(night.chargeAh))} in a night, ${Math.round(night.currentA * 1000)} mA at its end. A charger that does not float must be taken off.`',
		before: '1000',
		after: '1001',
		why: 'A thousandth of a figure of few milliamperes, written whole.'
	},
	{
		file: 'core/formats/foreign-log.ts',
		line: 'const bySize = unitBySize(found, Math.max(0, ...values.map(Math.abs)));',
		before: '0',
		after: '1',
		why: 'Figures tell milli from whole from 60 on: none below 1 does.'
	},
	{
		file: 'core/simulate/discharge-simulation.ts',
		line: 'if (seen < LOW_SOC) r *= 1 + LOW_SOC_RISE * (LOW_SOC - Math.max(seen, -LOW_SOC));',
		before: '<',
		after: '<=',
		why: 'At the very charge the rise is nothing.'
	},
	{
		file: 'core/simulate/discharge-simulation.ts',
		line: 'if (peukert === null || -this.currentA <= peukert.ratedA) return 1;',
		before: '<=',
		after: '<',
		why: 'At the rated current the power is 1.'
	},
	{
		file: 'core/forecast/monte-carlo.ts',
		line: 'for (let k = 0; ; k++) {',
		before: '0',
		after: '1',
		why: 'Which worker draws which run makes no difference: all of them together draw the same.'
	},
	{
		file: 'core/forecast/weakest-cell.ts',
		line: 'drawn = Float64Array.from({ length: DRAWS * MOST_CELLS * 3 }, () =>',
		before: '3',
		after: '4',
		why: 'More chance than is used, drawn after what is used.'
	},
	{
		file: 'core/forecast/cells-differ.ts',
		line: 'const others = othersOf(departure, 3 * cells);',
		before: '3',
		after: '4',
		why: 'More chance than is used, drawn after what is used.'
	},
	{
		file: 'core/forecast/assume.ts',
		line: "if (end.kind !== 'dip') return { falsePeakV: 0, falsePeakS: 1 };",
		before: '1',
		after: '2',
		why: 'How long a peak of no height takes.'
	},
	{
		file: 'core/program/rules/nickel/slow-nickel-on-dip.ts',
		line: 'if (settings.currentA >= floorToStep(end.weakBelowC * holdsAh, r.channel.currentStepA) - 1e-9)',
		before: '>=',
		after: '>',
		why: 'Currents that are exactly a billionth apart.'
	},
	{
		file: 'core/program/rules/wiring/lead-drops-volts.ts',
		line: 'if (drop < NOTICED_V) return null;',
		before: '<',
		after: '<=',
		why: 'Ohms of a wire are no round figure: no current in steps drops exactly so much.'
	},
	{
		file: 'core/program/rules/nickel/delta-v-false-peak.ts',
		line: 'forecast.falseEnd.looserHelps && wider > settings.deltaV && r.channel.deltaVStepV !== null',
		before: '>',
		after: '>=',
		why: 'A dip that is as wide already is one that has not helped.'
	},
	{
		file: 'core/program/rules/end/forecast-cell-over-limit.ts',
		line: "sentence: `${byMargin > forecast.highestCellV.p99 ? 'By what its cells may differ the highest' : 'In the forecast the highest cell'} reaches ${reach.toFixed(3)} V, above the ${cellMaxV.toFixed(2)} V limit.${blind}`",
		before: '>',
		after: '>=',
		why: 'A percentile of a simulation is never exactly a sum of settings.'
	},
	{
		file: 'core/program/rules/current/forecast-too-hot.ts',
		line: 'if (rate <= 1 && median - r.ambientDegC > ALARM_RISE_K && median > r.packDegC)',
		before: '>',
		after: '>=',
		why: 'A simulated temperature is never exactly a round one.'
	},
	{
		file: 'core/program/decide/guards.ts',
		line: '`a recovery puts in at most ${Math.round(100 * recovery.maxShare)} % of the capacity.`,',
		before: '100',
		after: '101',
		why: 'A share of one in ten or twenty, rounded to a whole per cent.'
	},
	{
		file: 'core/simulate/joining/meet.ts',
		line: 'while (packs.timeS < LONGEST_S) {',
		before: '<',
		after: '<=',
		why: 'Two seconds of many hours.'
	},
	{
		file: 'core/simulate/charge-simulation.ts',
		line: 'if (paused > high) high = paused;',
		before: '>',
		after: '>=',
		why: 'The same figure once more.'
	},
	{
		file: 'core/diagnose/log-phases.ts',
		line: 'if (parted >= 0)',
		before: '0',
		after: '1',
		why: 'At the first sample all cells are as far apart as they are there: it is never the one at which they part.'
	},
	{
		file: 'core/follow/gaussian.ts',
		line: 'for (let k = 0; k < i; k++) sum -= g.lower[i][k] * y[k];',
		before: '<',
		after: '<=',
		why: 'The number that is about to be found is nothing yet.'
	},
	{
		file: 'core/parallel/apart.ts',
		line: 'if (!near || (v >= near.high - windowV - 1e-9 && v <= near.low + windowV + 1e-9)) return null;',
		before: '<=',
		after: '<',
		why: 'Volts that are exactly a billionth beyond the window.'
	},
	{
		file: 'core/follow/bell-steps.ts',
		line: 'edge = k + 1;',
		before: 'edge = k + 1;',
		after: ';',
		why: 'What is kept of the last edge; worked out again it is the same.'
	},
	{
		file: 'core/simulate/pack-simulation.ts',
		line: 'for (let i = 0; i < this.cells; i++) {',
		before: '<',
		after: '<=',
		why: 'Written behind the end of a typed array, where nothing is kept.'
	},
	{
		file: 'core/forecast/weakest-cell.ts',
		line: 'if (loadedV(curve, middle, amps, seriesOhm, relaxOhm) < volts) low = middle;',
		before: '<',
		after: '<=',
		why: 'A bisection that meets its figure to the last bit.'
	},
	{
		file: 'core/forecast/weakest-cell.ts',
		line: 'let high = 1.2;',
		before: '1.2',
		after: '1.32',
		why: 'Where a bisection begins: beyond any charge either way.'
	},
	{
		file: 'core/simulate/charge-simulation.ts',
		line: 'if (i === 0 || capacityAh[i] !== capacityAh[i - 1]) {',
		before: '===',
		after: '!==',
		why: 'A shortcut: what is worked out again comes out the same, and the first differs from none before it.'
	},
	{
		file: 'core/simulate/charge-simulation.ts',
		line: 'if (e + (voltageLimitedA - bleed) * r > endV) voltageLimitedA = (endV - e) / r + bleed;',
		before: '>',
		after: '>=',
		why: 'Where it just comes to the end the current is found once more, and is the same.'
	},
	{
		file: 'core/follow/alarms.ts',
		line: 'const later = (a: string, b: string): string => (a > b ? a : b);',
		before: '>',
		after: '>=',
		why: 'Of two that are alike either is the later one.'
	},
	{
		file: 'core/forecast/weakest-cell.ts',
		line: 'soc < LOW_SOC ? 1 + LOW_SOC_RISE * (LOW_SOC - Math.max(soc, -LOW_SOC)) : 1;',
		before: '<',
		after: '<=',
		why: 'Where it begins to rise it has not risen yet.'
	},
	{
		file: 'core/quantity/plausible.ts',
		line: 'const meant = value < usual.low ? value * slip : value / slip;',
		before: '<',
		after: '<=',
		why: 'What is just usual is not asked about.'
	},
	{
		file: 'core/diagnose/log-phases.ts',
		line: 'return { v: (v0 + v1) / 2, a: (a0 + a1) / 2 };',
		before: '/',
		after: '*',
		why: 'Only how they go beside one another is looked at: four times as many volts or amps are as many at each point.'
	},
	{
		file: 'core/diagnose/log-phases.ts',
		line: "if (a < 0) return 'discharge';",
		before: '<',
		after: '<=',
		why: 'No current at all is a rest before that.'
	},
	{
		file: 'core/diagnose/by-course.ts',
		line: 'const spreads = spread > SPREAD_UNSEEN ? [0, -spread / 3, -spread / 1.5] : [0];',
		before: '>',
		after: '>=',
		why: 'A spread that is exactly as much as is not seen.'
	},
	{
		file: 'core/diagnose/infer.ts',
		line: 'if (none < ODD || answers.length < 2) return null;',
		before: '<',
		after: '<=',
		why: 'A share that is exactly the one from which it is asked.'
	},
	{
		file: 'core/ageing/leaks.ts',
		line: 'const worst = behind.reduce((at, v, i) => (v > behind[at] ? i : at), 0);',
		before: '0',
		after: '1',
		why: 'Where the first two are behind alike, either is the worst.'
	},
	{
		file: 'core/simulate/charge-simulation.ts',
		line: 'slowedAt = s;',
		before: 'slowedAt = s;',
		after: ';',
		why: 'A shortcut: what is worked out again comes out the same.'
	}
];
