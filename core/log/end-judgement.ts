/**
 * Does the end fit what went before it? A charger's own word for why it stopped is evidence, no more: it is laid beside the minutes,
 * the charge, what was expected and what the cells read, and only an end that fits all of them is believed afterwards.
 */
import { chemistryOf } from '../chemistry/catalogue';
import type { Chemistry } from '../chemistry/chemistry';
import type { Pack } from '../pack/pack';
import type { ProgramSettings } from '../request/settings';
import { taskOf, type Task } from '../request/task';
import type { Run } from './run';

export type EndOutcome = 'sound' | 'doubtful' | 'not what it says';

export interface EndJudged {
	outcome: EndOutcome;
	/** Why, in whole sentences with figures. */
	reason: string;
	/** What to do next; empty where nothing is. */
	next: string;
}

/** What is asked of a run and its pack to judge its end. */
export interface EndSeen extends Pick<
	Run,
	'task' | 'endReason' | 'durationS' | 'chargeAh' | 'expectedAh' | 'endCellVoltagesV'
> {
	settings: Pick<
		ProgramSettings,
		'currentA' | 'dischargeA' | 'endVoltageV' | 'safetyTimerMin' | 'capacityLimitAh' | 'dischargeEndV'
	>;
	pack: Pick<Pack, 'chemistry' | 'cells' | 'capacityAh' | 'measuredCapacityAh'>;
}

/* All common practice, no source. */
/** A charger's own current and charge are this exact, and the minutes that were written down to one. */
const METER = 0.05;
const MINUTE = 1;
const LEAST_AH = 0.01;
/** Charge that a pack takes at most, shares of its capacity. */
const MOST_SHARE = { lithium: 1.1, lead: 1.25, nickel: 1.6 } as const;
/** An end with less than this share of what was expected came early, where this share of the capacity is missing as well. */
const EARLY_SHARE = 0.6;
const EARLY_MISSING = 0.12;
/** A run that moved more than this share of what was expected began emptier than was believed. */
const MORE_SHARE = 1.35;
/** A guard that cut ends within this of its own value. */
const GUARD_SHARE = 0.03;
const GUARD_MIN = 2;
/** A full lithium cell ends no further under the end than this, V, and no further from its siblings. */
const UNDER_END_V = 0.05;
const APART_V = 0.02;

const mah = (ah: number): string => `${Math.round(ah * 1000)} mAh`;
const volts = (v: number): string => `${v.toFixed(2)} V`;

interface Sight extends EndSeen {
	chemistry: Chemistry;
	taskData: Task;
	capacityAh: number;
	minutes: number | null;
	/** The current at which most of the charge is moved, A. */
	setA: number;
}
type Judge = (s: Sight) => EndJudged | null;

const notSo = (reason: string, next: string): EndJudged => ({ outcome: 'not what it says', reason, next });
const doubtful = (reason: string, next: string): EndJudged => ({ outcome: 'doubtful', reason, next });
const sound = (reason: string, next = ''): EndJudged => ({ outcome: 'sound', reason, next });

/** Figures that cannot stand beside one another, whatever the end. */
const figures: Judge = ({ chargeAh, minutes, setA, taskData, chemistry, capacityAh }) => {
	if (chargeAh === null || taskData.repeats) return null;
	if (minutes !== null && setA > 0) {
		const most = ((minutes + MINUTE) / 60) * setA * (1 + METER) + LEAST_AH;
		if (chargeAh > most)
			return notSo(
				`${mah(chargeAh)} in ${Math.round(minutes)} min is more than ${setA.toFixed(1)} A can move, ${mah(most)}.`,
				'Read minutes and mAh once more and correct them; if they stand, the charger ran another program, or counted on from the run before.'
			);
	}
	const most = MOST_SHARE[chemistry.family] * capacityAh;
	if (taskData.moves === 'in' && chargeAh > most)
		return notSo(
			`${mah(chargeAh)} went in, and the pack holds ${mah(capacityAh)}.`,
			'Feel whether it is warm. It leaks, gasses, or is not the pack that its label says: do not charge it again before each cell is measured.'
		);
	return null;
};

/** Ends that say by themselves that the task was not done. */
const broken: Judge = ({ endReason }) => {
	switch (endReason) {
		case null:
			return doubtful('Nobody wrote down why it ended.', 'Let it rest half an hour and measure each cell.');
		case 'stopped':
			return doubtful(
				'It was stopped before its end.',
				'Let it rest half an hour and measure each cell before it goes on.'
			);
		case 'charger error':
			return doubtful(
				'The charger gave up with an error.',
				'Find out what it meant before it is charged again; measure each cell.'
			);
		case 'no main lead':
			return doubtful(
				'It lost the main lead.',
				'Plug, lead and joint before anything else: a plug that opens under current is worn. Measure each cell, then go on from there.'
			);
		case 'cell error':
			return doubtful(
				'It did not like a cell, or a balance wire.',
				'Meter every cell at the balance plug: if they are sound the wire is not; a cell near zero retires the pack.'
			);
		case 'count':
			return doubtful(
				'It counted other cells than were set.',
				'Meter every cell before any count is keyed by hand: a flat pack, a full one of another count and a dead cell look alike from outside.'
			);
		case 'input low':
			return doubtful(
				'Its input fell too low.',
				'Look at the supply under load: fewer amps, shorter and thicker leads, or a charged battery. The pack is part charged: measure it.'
			);
		case 'charger hot':
			return doubtful(
				'The charger itself became too hot.',
				'Vents clear, fan turning, out of the sun; fewer watts next time. The pack is part charged: measure it.'
			);
		case 'restarted':
			return doubtful(
				'It started anew, and with it what it counted.',
				'Look at every line that is keyed in: a restart keeps some and loses others. Sooner with more amps means the supply.'
			);
		case 'cancelled':
			return doubtful(
				'It went back to its first screen without a message.',
				'Somebody pressed, or a question on it was not answered. Measure the pack, stay at the screen for the first minute.'
			);
		case 'clock stands still':
			return doubtful(
				'Its clock stood still: nobody knows what it did.',
				'Unplug it, balance lead and main lead, and switch it off; measure each cell and feel the pack.'
			);
		case 'link lost':
			return doubtful(
				'The charger was not heard to the end.',
				'Look at its screen, and measure the pack: what it says now counts.'
			);
		case 'temperature':
			return doubtful(
				'It became too hot.',
				'Let it cool outside, look at it closely, and measure each cell; charge it more slowly, or not again.'
			);
		default:
			return null;
	}
};

const guards: Judge = ({ endReason, settings, minutes, chargeAh, expectedAh, taskData }) => {
	if (endReason === 'timer') {
		const set = settings.safetyTimerMin;
		if (set !== null && minutes !== null && Math.abs(minutes - set) > GUARD_MIN)
			return notSo(
				`It ended after ${Math.round(minutes)} min by its timer, and the program’s is ${set} min.`,
				'Another timer is keyed into the charger: look it up and note it with the charger.'
			);
		if (taskData.limitEndsWell) return sound('Its minutes were up, as they should be.');
		return doubtful(
			`The timer${set === null ? '' : ` of ${set} min`} cut it${chargeAh !== null && expectedAh ? ` with ${mah(chargeAh)} of about ${mah(expectedAh)}` : ''}: it is not full.`,
			'Measure it after a rest, then let a new program go on from there.'
		);
	}
	if (endReason !== 'capacity limit') return null;
	const set = settings.capacityLimitAh;
	if (set !== null && chargeAh !== null && Math.abs(chargeAh / set - 1) > GUARD_SHARE)
		return notSo(
			`It ended by its capacity limit with ${mah(chargeAh)}, and the program’s limit is ${mah(set)}.`,
			'A limit left over from another pack is keyed into the charger: look it up and note it with the charger.'
		);
	if (taskData.limitEndsWell) return sound('What it was to move has been moved.');
	if (set !== null && expectedAh && expectedAh > set)
		return doubtful(
			`The limit of ${mah(set)} cut it, and ${mah(expectedAh)} were expected: the limit was left over from a smaller pack, or keyed too low.`,
			'It is not full. Measure it after a rest, look the limit up in the charger, and go on from there.'
		);
	if (set !== null && expectedAh && expectedAh < 0.92 * set)
		return doubtful(
			`The limit of ${mah(set)} cut it, and ${mah(expectedAh)} were expected: it began emptier than was read, or does not come to its end.`,
			'Feel whether it is warm, measure it after a rest, and let a new program begin from there.'
		);
	return doubtful(
		'The capacity limit cut it: it is not full.',
		'Measure it after a rest, then go on from there.'
	);
};

/** What the cells read at a full end. */
const cells: Judge = ({ endReason, endCellVoltagesV, settings, chemistry, taskData }) => {
	const byCell = chemistry.balanceFromCells !== null && taskData.fills;
	if (!byCell || endReason !== 'full' || !endCellVoltagesV?.length) return null;
	const low = Math.min(...endCellVoltagesV);
	const high = Math.max(...endCellVoltagesV);
	const lowest = endCellVoltagesV.indexOf(low) + 1;
	const highest = endCellVoltagesV.indexOf(high) + 1;
	if (high > chemistry.voltages.cellMaxV)
		return notSo(
			`Cell ${highest} ended at ${high.toFixed(3)} V, above the ${chemistry.voltages.cellMaxV.toFixed(3)} V that it may have.`,
			'Discharge it a little at once, somewhere safe, and do not charge it on this charger before its end is checked with a meter.'
		);
	if (low < settings.endVoltageV - UNDER_END_V)
		return notSo(
			`Cell ${lowest} ended at ${volts(low)}, where full is ${volts(settings.endVoltageV)}.`,
			'Look whether the balance lead was seen at all; then charge it balanced, and measure cell by cell.'
		);
	if (high - low > APART_V + 1e-9)
		return sound(
			`Full, and the cells ended ${Math.round(1000 * (high - low))} mV apart, cell ${lowest} lowest.`,
			'Measure them again in an hour and tomorrow: a cell that goes on falling is failing.'
		);
	return null;
};

/** A full end, or an empty one, with too little moved. */
const early: Judge = ({ endReason, chargeAh, expectedAh, capacityAh, chemistry, taskData, minutes }) => {
	if (chargeAh === null || !expectedAh || taskData.repeats) return null;
	const missing = expectedAh - chargeAh;
	if (chargeAh >= EARLY_SHARE * expectedAh || missing < EARLY_MISSING * capacityAh) return null;
	const took = `${mah(chargeAh)}${minutes === null ? '' : ` in ${Math.round(minutes)} min`}, where about ${mah(expectedAh)} were expected`;
	if (endReason === 'end voltage' && taskData.moves === 'out')
		return doubtful(
			`It was down with ${took}.`,
			'It began emptier than was believed, is cold or worn, or one cell is weak: measure each cell now. This is no measure of its capacity.'
		);
	const saysFull = endReason === 'full' || endReason === 'temperature rise';
	if (!saysFull || !taskData.fills) return null;
	if (chemistry.family === 'nickel')
		return notSo(
			`It says full with ${took}: a false dip, unless it was nearly full before.`,
			'If it is warm it was full. If it is cool, let it rest ten minutes and charge it with a coarser end, 2 to 3 mV a cell more, with timer and capacity limit on.'
		);
	if (chemistry.family === 'lead')
		return notSo(
			`It says full with ${took}.`,
			'Let it stand overnight and measure it: below 12.6 V of a 12 V battery it is sulphated or worn, however full it says it is.'
		);
	return notSo(
		`It says full with ${took}.`,
		'Let it rest half an hour and measure each cell: near the end voltage it was fuller than was read; well below, its resistance is high and it is worn, or a plug or lead is bad.'
	);
};

/** Every end that nothing speaks against, as far as there are figures to compare. */
function fits({ chargeAh, expectedAh, endCellVoltagesV }: Sight): EndJudged {
	if (chargeAh === null || !expectedAh)
		return sound('Nothing that was written down speaks against it; there is little to compare it with.');
	if (chargeAh > MORE_SHARE * expectedAh)
		return sound(
			`It fits its figures; ${mah(chargeAh)} is more than the ${mah(expectedAh)} that were expected, so it began emptier than was read.`,
			'Measure it after its next use: a pack that is always emptier than it reads loses charge by itself.'
		);
	return sound(
		`Minutes, charge${endCellVoltagesV?.length ? ', cells' : ''} and what was expected fit one another.`
	);
}

// An early end is looked into before cells that ended apart: the first may be no end at all.
const JUDGES: readonly Judge[] = [figures, broken, guards, early, cells];

/** Judges how a run ended. Where figures are missing, the end is judged by those that are there. */
export function judgeEnd(seen: EndSeen): EndJudged {
	const taskData = taskOf(seen.task);
	const { settings, pack } = seen;
	const sight: Sight = {
		...seen,
		taskData,
		chemistry: chemistryOf(pack.chemistry),
		capacityAh: pack.measuredCapacityAh ?? pack.capacityAh,
		minutes: seen.durationS === null ? null : seen.durationS / 60,
		setA:
			taskData.moves === 'out'
				? (settings.dischargeA ?? 0)
				: taskData.moves === 'in'
					? settings.currentA
					: Math.max(settings.currentA, settings.dischargeA ?? 0)
	};
	for (const judge of JUDGES) {
		const judged = judge(sight);
		if (judged) return judged;
	}
	return fits(sight);
}
