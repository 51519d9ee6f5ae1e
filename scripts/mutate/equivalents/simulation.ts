/** In what is simulated: curves, packs, forecasts, runs that are followed. */
import type { Equivalent } from './equivalent';

export const IN_SIMULATION: readonly Equivalent[] = [
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
		file: 'core/simulate/pack-simulation.ts',
		line: 'if (power > this.peakPowerW) this.peakPowerW = power;',
		before: '>',
		after: '>=',
		why: 'An equal peak is the same peak.'
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
		file: 'core/forecast/forecast.ts',
		line: 'const most = guessS > 8 * 3600 ? 120 : guessS > 4 * 3600 ? 45 : 20;',
		before: '3600',
		after: '3601',
		why: 'Seconds in eight hours of a guess.'
	},
	{
		file: 'core/simulate/pack-simulation.ts',
		line: 'if (this.temperatureDegC > BURNS_DEG_C) {',
		before: '>',
		after: '>=',
		why: 'A simulated temperature is never exactly that.'
	},
	{
		file: 'core/follow/watch.ts',
		line: 'if (now.currentA >= STARVED * could) return null;',
		before: '>=',
		after: '>',
		why: 'A current is never exactly that share of what it could be.'
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
		line: '.filter(({ at, amps }) => at !== null && amps > at.currentA)',
		before: '>',
		after: '>=',
		why: 'A simulated current is never exactly that.'
	},
	{
		file: 'core/forecast/weakest-cell.ts',
		line: 'const GRID = Array.from({ length: (2 * FURTHEST) / GRID_STEP + 1 }, (_, k) => k * GRID_STEP - FURTHEST);',
		before: '2',
		after: '3',
		why: 'A grid that goes on beyond where anything is drawn.'
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
		file: 'core/forecast/program-legs.ts',
		line: "if (end.kind !== 'dip' || currentA >= end.unreliableBelowC * provedAh(r.pack) - 1e-9) return null;",
		before: '>=',
		after: '>',
		why: 'Two figures that differ by exactly 1e-9.'
	},
	{
		file: 'core/follow/watch.ts',
		line: '`Cell ${fell.indexOf(most) + 1} fell by ${mV(most)} within ${Math.round((now.timeS - then.timeS) / 60)} min while it was charged with ${amps(now.currentA)}: it is failing, or its reading is.`',
		before: '60',
		after: '61',
		why: 'Two minutes in whole minutes.'
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
		file: 'core/forecast/cells-differ.ts',
		line: 'const next = normal(uniform(Math.round(Math.abs(others) * 1e9) % 2 ** 31));',
		before: '31',
		after: '32',
		why: 'Another stream of chance for a few.'
	},
	{
		file: 'core/forecast/forecast.ts',
		line: 'const most = guessS > 8 * 3600 ? 120 : guessS > 4 * 3600 ? 45 : 20;',
		before: '>',
		after: '>=',
		why: 'A guess that is exactly so many hours.'
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
		file: 'core/simulate/charge-simulation.ts',
		line: 'let lost = 0;',
		before: '0',
		after: '1',
		why: 'Reckoned for the first cell.'
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
		file: 'core/follow/gaussian.ts',
		line: 'for (let k = 0; k < i; k++) sum -= g.lower[i][k] * y[k];',
		before: '<',
		after: '<=',
		why: 'The number that is about to be found is nothing yet.'
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
		file: 'core/simulate/charge-simulation.ts',
		line: 'slowedAt = s;',
		before: 'slowedAt = s;',
		after: ';',
		why: 'A shortcut: what is worked out again comes out the same.'
	}
];
