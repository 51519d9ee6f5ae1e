/** In the rest of core: rules, records, diagnosis, what is said. */
import type { Equivalent } from './equivalent';

export const IN_CORE: readonly Equivalent[] = [
	{
		file: 'core/program/rules/lead-acid/lead-low-too-hard.ts',
		line: 'if (settings.currentA > mostA + 1e-9) {',
		before: '>',
		after: '>=',
		why: 'Currents that are exactly a billionth apart.'
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
		file: 'core/diagnose/facts.ts',
		line: '`The charger is exact to ${Math.round(1000 * channel.voltageAccuracyV)} mV a cell.`;',
		before: '1000',
		after: '1001',
		why: 'An accuracy is tens of millivolts: a thousandth more rounds to the same.'
	},
	{
		file: 'core/program/rules/guards/timer-too-short.ts',
		line: 'const enough = solved.safetyTimerMin !== null && solved.safetyTimerMin >= needMin;',
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
		file: 'core/pack/empty-for.ts',
		line: 'const DAY_MS = 86400e3;',
		before: '86400e3',
		after: '86400001',
		why: 'A millisecond in a day.'
	},
	{
		file: 'core/formats/foreign-log.ts',
		line: "return most > 200 ? 'mV' : 'V';",
		before: '>',
		after: '>=',
		why: 'No log’s greatest figure is exactly two hundred: packs have a tenth of that in volts, cells ten times as many millivolts.'
	},
	{
		file: 'core/program/rules/charger/nominal-family-wrong.ts',
		line: 'if (Math.abs(held.heldValue - own) < 0.01) return null;',
		before: '0.01',
		after: '0.011',
		why: 'Nominal voltages lie tenths apart.'
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
		file: 'core/ageing/ageing.ts',
		line: 'if (worst.mvPerDay - 2 * worst.error >= LOOK_MV)',
		before: '>=',
		after: '>',
		why: 'Its error is a root of two over days: it never comes out at exactly this.'
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
		file: 'core/diagnose/log-phases.ts',
		line: "if (jitterA > PULSED * a && jitterA > 0.6 * Math.abs(a1 - a0)) return 'pulsed';",
		before: '>',
		after: '>=',
		why: 'Roots of sums that come out alike to the last digit.'
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
		file: 'core/program/rules/recovery/recovery-too-hard.ts',
		line: 'const tooFast = settings.currentA > mostA + 1e-9;',
		before: '>',
		after: '>=',
		why: 'Two figures that differ by exactly 1e-9.'
	},
	{
		file: 'core/request/setting-range.ts',
		line: '(chemistry.recovery ? Math.min(chemistry.recovery.belowV, chemistry.voltages.nominalV) : 1),',
		before: '1',
		after: '2',
		why: 'Nickel alone is not recovered, and no end voltage is keyed for it.'
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
		file: 'core/diagnose/infer.ts',
		line: 'w.now >= SHOWN ||',
		before: '>=',
		after: '>',
		why: 'A chance that comes out at exactly this.'
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
		file: 'core/program/rules/nickel/slow-nickel-on-dip.ts',
		line: 'if (falls && settings.currentA >= floorToStep(end.weakBelowC * holdsAh, r.channel.currentStepA) - 1e-9)',
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
		line: "const reaches = `${byMargin > forecast.highestCellV.p99 ? 'By what its cells may differ the highest' : 'In the forecast the highest cell'} reaches ${reach.toFixed(3)} V, above the ${cellMaxV.toFixed(2)} V limit.`;",
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
		file: 'core/diagnose/log-phases.ts',
		line: 'if (parted >= 0)',
		before: '0',
		after: '1',
		why: 'At the first sample all cells are as far apart as they are there: it is never the one at which they part.'
	},
	{
		file: 'core/parallel/apart.ts',
		line: 'if (!near || (v >= near.high - windowV - 1e-9 && v <= near.low + windowV + 1e-9)) return null;',
		before: '<=',
		after: '<',
		why: 'Volts that are exactly a billionth beyond the window.'
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
		line: 'const listed = symptom === null ? Object.values(c.odds).reduce((a, b) => a + b, 0) / 10 : c.odds[symptom];',
		before: '+',
		after: '-',
		why: 'Every weight turns negative, and so does their sum: the shares stay.'
	},
	{
		file: 'core/diagnose/infer.ts',
		line: 'return least < none / 2 ? answers[without.indexOf(least)] : null;',
		before: '<',
		after: '<=',
		why: 'A share that is exactly half of another.'
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
	}
];
