/**
 * What makes a pack or its surroundings worse never makes its program bolder: an older reading, a
 * colder room, a worn pack and a smaller one get no higher current, no milder verdict and no higher
 * end. Limit and timer may grow within their bounds, which are proved apart.
 */
import { chemistryOf } from '../../core/chemistry/catalogue';
import { discharges, timedAh } from '../../core/forecast/program-legs';
import { endByTheSumV } from '../../core/program/decide/end-voltage';
import { solve, type Solution } from '../../core/program/solve';
import type { ProgramContext } from '../../core/request/context';
import type { DrawnCase } from './cases';

const HARDNESS = { clear: 0, check: 1, stop: 2 } as const;
const DAY_MS = 86400e3;

interface Worse {
	name: string;
	/** The same situation made worse; null where it would not be. */
	of: (context: ProgramContext) => ProgramContext | null;
}

/**
 * What stops or asks because of how much charge goes in, how warm that makes it, or what the pack
 * is for its channel: with less missing or a smaller pack there is no need.
 */
const BY_NEED: ReadonlySet<string> = new Set([
	'capacity-limit-too-low',
	'capacity-slip',
	'delta-v-false-peak',
	'forecast-too-hot',
	'held-value-would-cut',
	'nickel-high-volts',
	'no-peak-expected',
	'resistance-high',
	'slow-nickel-on-dip',
	'timer-too-short',
	'too-slow',
	'weak-cell-unseen'
]);
/** Two forecasts whose highest cells are so near are one, V: what drawn runs differ by. */
const SAME_V = 0.02;
/** A pack so near to the room's temperature is as warm as the room, °C. */
const SAME_DEG_C = 3;

const WORSE: readonly Worse[] = [
	{
		name: 'an older reading',
		of: (c) => {
			// One that is dated ahead of now is no better for it.
			if (!c.reading || Date.parse(c.reading.takenAt) > Date.parse(c.now)) return null;
			// Warm or cold when it was read, it is as warm as the room since.
			const readDegC = c.reading.temperatureDegC ?? c.ambientDegC;
			if (Math.abs(readDegC - c.ambientDegC) > SAME_DEG_C) return null;
			const takenAt = new Date(Date.parse(c.reading.takenAt) - 3 * DAY_MS).toISOString();
			return { ...c, reading: { ...c.reading, takenAt } };
		}
	},
	{
		name: 'a colder room',
		of: (c) => {
			const warmest = Math.max(c.ambientDegC, c.reading?.temperatureDegC ?? c.ambientDegC);
			// Too warm to begin, colder is better.
			if (warmest > 25) return null;
			return {
				...c,
				ambientDegC: c.ambientDegC - 8,
				reading: c.reading && {
					...c.reading,
					temperatureDegC: c.reading.temperatureDegC === null ? null : c.reading.temperatureDegC - 8
				}
			};
		}
	},
	{
		name: 'a worn pack',
		of: (c) => ({
			...c,
			pack: {
				...c.pack,
				measuredCapacityAh: 0.75 * Math.min(c.pack.capacityAh, c.pack.measuredCapacityAh ?? Infinity)
			}
		})
	},
	{
		name: 'a smaller pack',
		of: (c) => ({
			...c,
			pack: {
				...c.pack,
				capacityAh: 0.7 * c.pack.capacityAh,
				measuredCapacityAh: c.pack.measuredCapacityAh && 0.7 * c.pack.measuredCapacityAh
			}
		})
	}
];

/** Nickel without a fall of its volts is ended by time. */
const timed = (s: Solution): boolean => timedAh(s.resolved, s.settings.currentA) !== null;

/** What the worse one need not be told: less goes in, more gently, or to a lower end. */
function excused(better: Solution, worse: Solution, rule: string): boolean {
	if (BY_NEED.has(rule)) return true;
	if (rule !== 'forecast-cell-over-limit') return false;
	const highest = (s: Solution) => s.forecast?.highestCellV.p99 ?? 0;
	return (
		// Ended by time, an emptier pack is at its highest later and lower.
		timed(worse) ||
		worse.settings.currentA < better.settings.currentA - 1e-9 ||
		worse.settings.endVoltageV < better.settings.endVoltageV - 1e-9 ||
		(worse.settings.capacityLimitAh ?? Infinity) < (better.settings.capacityLimitAh ?? Infinity) - 1e-9 ||
		highest(better) - highest(worse) < SAME_V
	);
}

/**
 * The first way in which something worse is treated more boldly, in words; null where there is
 * none. Only cases of which nothing was keyed: what a person keys is kept.
 */
export function bolder(c: DrawnCase, s: Solution): string | null {
	if (Object.keys(c.keyed).length > 0) return null;
	const { family } = chemistryOf(c.context.pack.chemistry);
	for (const { name, of } of WORSE) {
		const context = of(c.context);
		if (!context) continue;
		const worse = solve(context);
		// Near the volts at which it keeps, a little charge turns the way of a storage run.
		const down = discharges(s.resolved, s.settings);
		if (down !== discharges(worse.resolved, worse.settings)) continue;
		if (HARDNESS[worse.verdict] < HARDNESS[s.verdict]) {
			const lost = s.findings
				.filter((f) => HARDNESS[f.severity === 'note' ? 'clear' : f.severity] > HARDNESS[worse.verdict])
				.filter((f) => !excused(s, worse, f.rule));
			if (lost.length > 0)
				return `${name} is ${worse.verdict}, better it is ${s.verdict}: ${lost.map((f) => f.rule).join(', ')}`;
		}
		if (!s.proposed || !worse.proposed || down) continue;
		const { currentA, endVoltageV } = worse.settings;
		// A lower end leaves more of the charger's watts to the current.
		const lower = endVoltageV < s.settings.endVoltageV - 1e-9;
		if (!lower && !timed(s) && currentA > s.settings.currentA + 1e-9)
			return `${name} gets ${currentA} A, better it gets ${s.settings.currentA} A`;
		// By the sum alone the end leaves room for a worn cell's part of the current.
		const bySum = endByTheSumV(s.resolved) !== null && currentA <= s.settings.currentA + 1e-9;
		if (family !== 'lead' && !bySum && endVoltageV > s.settings.endVoltageV + 1e-9)
			return `${name} ends at ${endVoltageV} V, better it ends at ${s.settings.endVoltageV} V`;
	}
	return null;
}
