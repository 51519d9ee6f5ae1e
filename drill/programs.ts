/**
 * Programs to be set up by hand: a pack, a channel and what they are for, drawn by a seed, some
 * of them with a trap that must be refused. Nothing is checked before the person commits; then it
 * is what the rules say of any program (common practice, no source).
 */
import { CHEMISTRIES, chemistryOf } from '../core/chemistry/catalogue';
import { ocvAt } from '../core/chemistry/curve';
import type { Charger } from '../core/charger/charger';
import { ChargerInputSchema } from '../core/charger/charger-schema';
import type { Pack } from '../core/pack/pack';
import { PackSchema } from '../core/pack/pack-schema';
import type { Finding } from '../core/program/rule';
import { solve, type Solution } from '../core/program/solve';
import type { ProgramContext } from '../core/request/context';
import type { Overrides, SettingId } from '../core/request/settings';
import { uniform } from '../core/simulate/random';
import type { Grade } from './drills';

/** What is keyed by hand, where the channel has it. */
export const ASKED: readonly SettingId[] = [
	'cells',
	'currentA',
	'endVoltageV',
	'deltaV',
	'balance',
	'safetyTimerMin',
	'capacityLimitAh'
];

/** The moment at which every drill takes place, so that a seed is the same bench for ever. */
const AT = '2026-05-02T18:00:00.000Z';
const HOUR_MS = 3600e3;

type Change = Partial<{
	pack: object;
	channel: object;
	context: Partial<ProgramContext>;
	lowCell: number;
	readHoursAgo: number;
	soc: number;
}>;
interface Trap {
	/** Said once it is over. */
	words: string;
	change: (lithium: boolean) => Change;
}
/**
 * What the third grade hides in the label, the reading or the air; half of its benches hide
 * nothing.
 */
const TRAPS: readonly Trap[] = [
	{ words: 'One cell lies far under its floor.', change: () => ({ lowCell: 1.2 }) },
	{ words: 'The pack is below freezing.', change: () => ({ context: { ambientDegC: -6 } }) },
	{ words: 'The pack is marked swollen.', change: () => ({ pack: { condition: 'swollen' } }) },
	{
		words: 'The reading is of two days ago, and it was nearly full then.',
		change: () => ({ readHoursAgo: 50, soc: 0.95 })
	},
	{
		words: 'The balance port is too small for it.',
		change: (lithium) => (lithium ? { channel: { balancePortCells: 2 } } : {})
	},
	{ words: 'The channel is weak for a pack of this size.', change: () => ({ channel: { powerW: 25 } }) }
];

const PACK_NAMES = [
	'Tern punt',
	'Auk launch',
	'Eider barge',
	'Petrel skiff',
	'Knot ketch',
	'Dunlin dory'
] as const;

export interface ProgramBench {
	context: ProgramContext;
	/** What is hidden; null where nothing is. */
	trap: string | null;
}

/** The bench of a grade and seed. */
export function programBench(grade: Grade, seed: number): ProgramBench {
	const next = uniform(seed * 31 + grade);
	const u = (from: number, to: number) => from + (to - from) * next();
	const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)];
	const chemistry = grade === 1 ? chemistryOf(pick(['lipo', 'liion', 'life'])) : pick(CHEMISTRIES);
	const { family } = chemistry;
	const lithium = family === 'lithium';
	const cells =
		family === 'lead'
			? 6
			: family === 'nickel'
				? pick([6, 7, 8])
				: pick(grade === 1 ? [2, 3, 4] : [3, 4, 5, 6]);
	const capacityAh = family === 'lead' ? pick([7, 12]) : pick([1.3, 2.2, 3.3, 5]);
	const trap = grade === 3 && next() < 0.5 ? pick(TRAPS) : null;
	const change = trap?.change(lithium) ?? {};
	const soc = change.soc ?? u(0.15, 0.6);
	const volts = Array.from(
		{ length: cells },
		() => Math.round(1000 * (ocvAt(chemistry.curve, soc) + u(-0.003, 0.003))) / 1000
	);
	if (change.lowCell !== undefined) volts[Math.floor(next() * cells)] = lithium ? change.lowCell : 0.1;
	const pack: Pack = PackSchema.parse({
		id: 'drill-pack',
		name: pick(PACK_NAMES),
		chemistry: chemistry.id,
		cells,
		capacityAh,
		labelChargeRateC: lithium && next() < 0.7 ? pick([1, 2, 3, 5]) : null,
		labelVoltageV:
			chemistry.gentlerTwin === null ? null : Math.round(10 * cells * chemistry.voltages.printedV[0]) / 10,
		measuredCapacityAh: null,
		balanceLead: lithium,
		...change.pack
	});
	const input = ChargerInputSchema.parse({
		name: grade === 1 ? 'Jetty Nine' : pick(['Jetty Nine', 'Mole Seven']),
		inputMinV: 100,
		inputMaxV: 240,
		channels: [
			{
				label: 'A',
				powerW: grade === 1 ? 200 : Math.round(u(40, 120)),
				minCurrentA: 0.1,
				maxCurrentA: grade === 1 ? 12 : pick([5, 8, 10]),
				currentStepA: 0.1,
				endVoltageStepV: 0.01,
				chemistries: CHEMISTRIES.map((c) => ({ chemistry: c.id, minCells: 1, maxCells: 12 })),
				balanceCurrentA: pick([0.2, 0.3, 0.6]),
				balancePortCells: 6,
				dischargePowerW: 10,
				dischargeCurrentA: 2,
				voltageAccuracyV: 0.01,
				hasProbe: next() < 0.5,
				deltaVMinV: 0.003,
				deltaVMaxV: 0.02,
				deltaVStepV: 0.001,
				...change.channel
			}
		],
		held: [
			{ kind: 'safetyTimerMin', max: 720, step: 1 },
			{ kind: 'capacityLimitAh', max: 50, step: 0.01 }
		].map(({ kind, max, step }) => ({
			kind,
			scope: 'charger',
			channelId: null,
			task: null,
			chemistry: null,
			defaultValue: kind === 'safetyTimerMin' ? 120 : 5,
			heldValue: kind === 'safetyTimerMin' ? 120 : 5,
			min: kind === 'safetyTimerMin' ? 1 : 0.1,
			max,
			step,
			canBeOff: true,
			fixed: false,
			known: true
		}))
	});
	const charger: Charger = {
		...input,
		id: 'drill-charger',
		channels: input.channels.map((c) => ({ ...c, id: 'drill-channel' }))
	};
	const degC = change.context?.ambientDegC ?? 21;
	return {
		trap: trap?.words ?? null,
		context: {
			pack,
			reading: {
				takenAt: new Date(Date.parse(AT) - (change.readHoursAgo ?? 0.5) * HOUR_MS).toISOString(),
				cellVoltagesV: lithium ? volts : null,
				packVoltageV: lithium ? null : Math.round(100 * volts.reduce((a, b) => a + b, 0)) / 100,
				state: 'rest',
				usedSince: 'not said',
				lowFor: 'not said',
				temperatureDegC: degC,
				cellResistancesOhm: null,
				chargerCellsV: null,
				chargerChannelId: null
			},
			charger,
			channelId: 'drill-channel',
			supply: null,
			othersOutputW: 0,
			ambientDegC: degC,
			now: AT,
			task: lithium ? 'balance' : 'charge',
			purpose: 'standard',
			...change.context
		}
	};
}

/** What is asked of this bench, in the order in which it is keyed. */
export const askedOf = (own: Solution): SettingId[] =>
	ASKED.filter((id) => own.resolved.settingIds.includes(id) && own.solved[id] !== null);

export interface Judged {
	/** Nothing that stops was keyed, and what must not be charged was refused. */
	safe: boolean;
	/**
	 * As good as the program that would be set here: no more to be asked about, and no more than
	 * half as long again.
	 */
	right: boolean;
	findings: readonly Finding[];
	/** What would be set here, or why nothing would. */
	own: Solution;
	keyed: Solution | null;
}

/** A program may take this much longer than the one that would be set here, times. */
const LONGER = 1.5;

/** Judges what was keyed; null for a person who says that it must not be charged. */
export function judgeProgram({ context }: ProgramBench, keyed: Overrides | null): Judged {
	const own = solve(context);
	if (keyed === null) return { safe: true, right: !own.proposed, findings: own.findings, own, keyed: null };
	const theirs = solve(context, keyed);
	const safe = own.proposed && theirs.proposed;
	const asks = (s: Solution) => s.findings.filter((f) => f.severity === 'check').map((f) => f.rule);
	const more = asks(theirs).filter((rule) => !asks(own).includes(rule));
	const minutes = (s: Solution) => s.forecast?.timeMin.median ?? Infinity;
	const right = safe && more.length === 0 && minutes(theirs) <= LONGER * minutes(own);
	return { safe, right, findings: theirs.findings, own, keyed: theirs };
}
