/**
 * What a job would take on one kind of channel: each run of it proved by the solver, with the
 * times and watts of its forecast.
 */
import { relativeWear } from '../care/wear';
import { keyInCard } from '../card/key-in';
import { heldFor, type Channel, type Charger } from '../charger/charger';
import { chemistryOf } from '../chemistry/catalogue';
import { fullSoc } from '../chemistry/fill-window';
import { evenReading } from '../pack/even-reading';
import { countOf } from '../program/check';
import { solve, type Solution } from '../program/solve';
import type { ProgramContext } from '../request/context';
import { taskOf, type Purpose, type TaskId } from '../request/task';

/** Watts are told in stretches of this length, min. */
export const PROFILE_MIN = 5;
/** Between two runs of one job the pack rests so long, min (common practice, no source). */
export const REST_MIN = 30;

export interface RunStep {
	task: TaskId;
	/** 5th, 50th and 95th percentile of its length, min. */
	earlyMin: number;
	likelyMin: number;
	lateMin: number;
	/**
	 * Greatest output of the charger in each stretch of {@link PROFILE_MIN} from the start, W, early
	 * or late.
	 */
	outputW: number[];
	energyWh: number;
	restMin: number;
	/** May be left off and gone on with. */
	divisible: boolean;
}

export interface RunWay {
	chargerId: string;
	/** Channels that are alike in everything that matters here. */
	channelIds: string[];
	purpose: Purpose;
	currentA: number;
	steps: RunStep[];
	wear: number;
	balances: boolean;
	checks: number;
	keyFirst: number;
	/** It was solved with so much of the charger's shared watts left, W; null for all of it. */
	withinW: number | null;
}

export interface Ways {
	ways: RunWay[];
	/** Why no channel can do it, charger by charger; only where none can. */
	cannot: { chargerId: string; sentence: string }[];
}

/** Channels of a charger that are alike, each group by its ids. */
export function alikeChannels(charger: Charger): string[][] {
	const groups = new Map<string, string[]>();
	for (const channel of charger.channels) {
		const { id, label: _label, ...rest } = channel as Channel;
		const held = heldFor(charger, id).map(({ channelId: _c, ...h }) => h);
		const key = JSON.stringify([rest, held]);
		groups.set(key, [...(groups.get(key) ?? []), id]);
	}
	return [...groups.values()];
}

/** The charge that a task leaves behind, 0 to 1: what the next run of the job begins with. */
function leaves(solution: Solution): number {
	const { resolved: r, forecast } = solution;
	const end = forecast?.best.endSoc;
	if (end?.length) return end.reduce((a, b) => a + b, 0) / end.length;
	return r.taskData.fills ? fullSoc(r.chemistry) : 0.5;
}

/**
 * Watts out in each stretch: the most that may be drawn in it by a run that goes fast or slowly.
 */
function outputOver(solution: Solution, lateMin: number, earlyMin: number): number[] {
	const { timeS, currentA, packV } = solution.forecast!.best.trace;
	const likelyMin = solution.forecast!.timeMin.median;
	const powerAt = timeS.map((_, i) => Math.max(0, currentA[i] * packV[i]));
	return Array.from({ length: Math.max(1, Math.ceil(lateMin / PROFILE_MIN)) }, (_, k) => {
		// A run that takes longer is, at this minute, where the likely one was sooner; and the other
		// way about.
		const from = ((k * PROFILE_MIN) / Math.max(lateMin, 1e-6)) * likelyMin * 60;
		const to = (((k + 1) * PROFILE_MIN) / Math.max(earlyMin, 1e-6)) * likelyMin * 60;
		let most = 0;
		for (let i = 0; i < timeS.length; i++)
			if (timeS[i] >= from - 60 && timeS[i] <= to + 60) most = Math.max(most, powerAt[i]);
		return Math.ceil(most);
	});
}

const TRACE_S = 60;

/** One run of a job in a context; null with the reason where nothing is proposed. */
function stepIn(context: ProgramContext): { step: RunStep; solution: Solution } | string {
	const solution = solve(context, {}, TRACE_S);
	const { forecast, proposed, findings, resolved } = solution;
	if (!proposed || !forecast)
		return findings[0]?.sentence ?? 'It would take days: nobody stays with it so long.';
	const { median, p5, p95 } = forecast.timeMin;
	const step: RunStep = {
		task: context.task,
		earlyMin: p5,
		likelyMin: median,
		lateMin: p95,
		outputW: outputOver(solution, p95, p5),
		energyWh: Math.max(0, forecast.best.energyWh),
		restMin: 0,
		divisible: resolved.chemistry.traits.mayPause && resolved.taskData.moves === 'in'
	};
	return { step, solution };
}

/**
 * The runs of one job in this context, one after another: the pack is in the next as the one
 * before leaves it. A string says why it cannot be done here.
 */
export function wayIn(
	context: ProgramContext,
	tasks: readonly TaskId[],
	channelIds: string[],
	withinW: number | null
): RunWay | string {
	const steps: RunStep[] = [];
	let at: ProgramContext = context;
	let [wear, checks, keyFirst, currentA, balances] = [0, 0, 0, 0, false];
	const { pack, charger } = context;
	const chemistry = chemistryOf(pack.chemistry);
	for (const [n, task] of tasks.entries()) {
		const done = stepIn({ ...at, task });
		if (typeof done === 'string') return done;
		const { step, solution } = done;
		const { settings, resolved } = solution;
		steps.push({ ...step, restMin: n < tasks.length - 1 ? REST_MIN : 0 });
		// Storage that goes down is no charge.
		const charges = taskOf(task).moves === 'in' || (taskOf(task).moves === 'either' && step.energyWh > 0);
		if (charges)
			wear += relativeWear(chemistry, resolved.pack.capacityAh, {
				endVoltageV: settings.endVoltageV,
				currentA: settings.currentA,
				peakTemperatureDegC: solution.forecast!.peakTemperatureDegC.median
			});
		checks += countOf(solution.findings, 'check');
		keyFirst += keyInCard(solution).first.length;
		const out = taskOf(task).moves === 'out' || (taskOf(task).moves === 'either' && !charges);
		if (n === 0) currentA = (out ? settings.dischargeA : settings.currentA) ?? 0;
		balances ||= settings.balance;
		const reading = evenReading(pack, leaves(solution), context.ambientDegC, context.now);
		// What it will read then is supposed: it is no evidence against the pack's own label.
		const labelVoltageV = pack.labelVoltageV ?? pack.cells * chemistry.voltages.printedV[0];
		at = { ...at, pack: { ...at.pack, labelVoltageV }, reading, around: { ...at.around, events: [] } };
	}
	return {
		chargerId: charger.id,
		channelIds,
		purpose: context.purpose,
		currentA,
		steps,
		wear,
		balances,
		checks,
		keyFirst,
		withinW
	};
}
