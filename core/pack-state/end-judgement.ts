/**
 * Does the end of a run fit what went before it? A charger's own word for why it stopped is
 * evidence, no more: it is laid beside the minutes, the charge, what was expected, what the cells
 * and the display read, and only an end that fits all of them is believed.
 */
import { chemistryOf } from '../chemistry/catalogue';
import type { Chemistry } from '../chemistry/chemistry';
import { ocvAt, socAt } from '../chemistry/curve';
import type { Pack } from '../pack/pack';
import { ratedAh } from '../pack/rated';
import type { RunRecord, TaskAim } from './event';

export type EndOutcome = 'sound' | 'doubtful' | 'not what it says';

export interface EndJudged {
	outcome: EndOutcome;
	/** Why, in whole sentences with figures. */
	reason: string;
	/** What to do next; empty where nothing is. */
	next: string;
	/** A cell stands where it may burn: nothing passes current before it is known to be safe. */
	danger?: true;
}

/** What is asked of a run and its pack to judge its end. */
export interface RunEndRecord extends RunRecord {
	pack: Pick<Pack, 'chemistry' | 'cells' | 'capacityAh' | 'measuredCapacityAh'>;
}

/* All common practice, no source. */
/**
 * A charger's own current and charge are this exact, and the minutes that were written down to one.
 */
const METER = 0.05;
const MINUTE = 1;
const LEAST_AH = 0.01;
/**
 * A run is pressed started so much later than it was, and its minutes are written down so exactly,
 * min.
 */
const CLOCK_MIN = 5;
/** Charge that a pack takes at most, shares of its capacity. */
const MOST_SHARE = { lithium: 1.1, lead: 1.25, nickel: 1.6 } as const;
/**
 * Counted on display above what was written down at the end by more than this: another count, a
 * share and Ah.
 */
const COUNT_SHARE = 0.05;
/**
 * An end with less than this share of what was expected came early, where this share of the
 * capacity is missing as well.
 */
const EARLY_SHARE = 0.6;
const EARLY_MISSING = 0.12;
/** A run that moved more than this share of what was expected began emptier than was believed. */
const MORE_SHARE = 1.35;
/** A guard that cut ends within this of its own value. */
const GUARD_SHARE = 0.03;
const GUARD_MIN = 2;
/** A timed nickel charge that put in this share of its limit, or of 1.4 × capacity, is complete. */
const TIMED_SHARE = 0.97;
const TIMED_FULL = 1.35;
/**
 * A full lithium cell ends no further under the end than this, V, and no further from its siblings.
 */
const UNDER_END_V = 0.05;
const OVER_END_V = 0.03;
const APART_V = 0.02;
/** A pack's own volts at the end are read this exactly, V per cell. */
const PACK_V = 0.03;
/** A current at the end above this multiple of the taper is no taper. */
const TAPERED = 2.5;
/**
 * Moved to storage a cell rests within this of the target; discharged it comes back up by this at
 * most, V.
 */
const STORAGE_V = 0.06;
const REBOUND_V = 0.5;
/** A cell this far under the end of a discharge went down before its siblings, V. */
const UNDER_DISCHARGE_V = 0.15;

const mah = (ah: number): string => `${Math.round(ah * 1000)} mAh`;
const volts = (v: number): string => `${v.toFixed(2)} V`;

interface Sight extends RunEndRecord {
	chemistry: Chemistry;
	capacityAh: number;
	minutes: number | null;
	/** The current at which most of the charge is moved, A. */
	setA: number;
	/** A charge that its chemistry ends by time at this current. */
	timed: boolean;
}
type Judge = (s: Sight) => EndJudged | null;

const notSo = (reason: string, next: string): EndJudged => ({ outcome: 'not what it says', reason, next });
const doubtful = (reason: string, next: string): EndJudged => ({ outcome: 'doubtful', reason, next });
const sound = (reason: string, next = ''): EndJudged => ({ outcome: 'sound', reason, next });
const danger = (reason: string, next: string): EndJudged => ({ ...notSo(reason, next), danger: true });

const LEAVE_IT =
	'Leave it alone outdoors, away from what burns, for some hours, and watch it from afar; it is not charged again before every cell was measured and its end checked with a meter.';

/** Cells that stand where no cell may, whatever the end is called. */
const cellsInDanger: Judge = ({
	endCellVoltagesV,
	endPackVoltageV,
	displayReadings,
	chemistry,
	pack,
	aim
}) => {
	const { cellMaxV, doNotChargeV } = chemistry.voltages;
	const cells = endCellVoltagesV ?? [];
	const high = Math.max(-Infinity, ...cells);
	if (high > cellMaxV)
		return danger(
			`Cell ${cells.indexOf(high) + 1} ended at ${high.toFixed(3)} V, above the ${cellMaxV.toFixed(3)} V that it may have.`,
			LEAVE_IT
		);
	if (endPackVoltageV !== null && endPackVoltageV > pack.cells * cellMaxV)
		return danger(
			`The pack ended at ${volts(endPackVoltageV)}, more than ${pack.cells} cells of ${volts(cellMaxV)} may have.`,
			LEAVE_IT
		);
	const shown = displayReadings.find((d) => d.what === 'highestCellV' && d.value > cellMaxV);
	if (shown)
		return danger(
			`At minute ${Math.round(shown.minute)} its display showed a cell at ${shown.value.toFixed(3)} V, above the ${cellMaxV.toFixed(3)} V that it may have.`,
			LEAVE_IT
		);
	const sum = displayReadings.find((d) => d.what === 'packV' && d.value > pack.cells * cellMaxV);
	if (sum)
		return danger(
			`At minute ${Math.round(sum.minute)} its display showed ${volts(sum.value)}, more than ${pack.cells} cells may have.`,
			LEAVE_IT
		);
	if (chemistry.balanceFromCells === null || cells.length === 0 || aim.recovers) return null;
	const low = Math.min(...cells);
	const { hardFloorV } = chemistry.voltages;
	if (low >= hardFloorV - UNDER_DISCHARGE_V) return null;
	const which = `Cell ${cells.indexOf(low) + 1} ended at ${volts(low)}, below the ${volts(hardFloorV)} floor`;
	return low < doNotChargeV
		? danger(
				`${which}, and below ${volts(doNotChargeV)} it is not charged again.`,
				'Let it rest an hour and measure it once more: a cell that stays there retires the pack.'
			)
		: notSo(
				`${which}.`,
				'Let it rest half an hour and measure each cell: what stays under the floor is recovered gently or retired; that cell is weak.'
			);
};

/** Figures that cannot stand beside one another, whatever the end. */
const figures: Judge = (s) => {
	const { chargeAh, minutes, elapsedMin, setA, aim, chemistry, capacityAh, displayReadings } = s;
	if (minutes !== null && elapsedMin !== null && minutes > elapsedMin + CLOCK_MIN)
		return notSo(
			`${Math.round(minutes)} min were written down, and it was begun ${Math.round(elapsedMin)} min before.`,
			'Read the minutes once more and correct them; if they stand, the charger had begun before it was noted, or counts on from the run before.'
		);
	if (chargeAh === null || aim.repeats) return null;
	if (minutes !== null && setA > 0) {
		const most = ((minutes + MINUTE) / 60) * setA * (1 + METER) + LEAST_AH;
		if (Math.abs(chargeAh) > most)
			return notSo(
				`${mah(chargeAh)} in ${Math.round(minutes)} min is more than ${setA.toFixed(1)} A can move, ${mah(most)}.`,
				'Read minutes and mAh once more and correct them; if they stand, the charger ran another program, or counted on from the run before.'
			);
	}
	const counted = displayReadings.filter((d) => d.what === 'chargeAh').at(-1);
	if (counted && counted.value > Math.abs(chargeAh) * (1 + COUNT_SHARE) + LEAST_AH)
		return notSo(
			`At minute ${Math.round(counted.minute)} its display showed ${mah(counted.value)}, and ${mah(chargeAh)} were written down at the end.`,
			'Read the mAh once more and correct them; if they stand, it started anew in between and counts from there.'
		);
	const most = MOST_SHARE[chemistry.family] * capacityAh;
	if (aim.moves === 'in' && chargeAh > most)
		return notSo(
			`${mah(chargeAh)} went in, and the pack holds ${mah(capacityAh)}.`,
			'Feel whether it is warm. It leaks, gasses, or is not the pack that its label says: do not charge it again before each cell is measured.'
		);
	return null;
};

const MEASURE_EACH = 'Let it rest half an hour and measure each cell.';

/** Ends that say by themselves that the task was not done. */
const BROKEN: Partial<Record<NonNullable<RunRecord['endReason']>, readonly [string, string]>> = {
	stopped: [
		'It was stopped before its end.',
		'Let it rest half an hour and measure each cell before it goes on.'
	],
	'charger error': [
		'The charger gave up with an error.',
		'Find out what it meant before it is charged again; measure each cell.'
	],
	'no main lead': [
		'It lost the main lead.',
		'Plug, lead and joint before anything else: a plug that opens under current is worn. Measure each cell, then go on from there.'
	],
	'cell error': [
		'It did not like a cell, or a balance wire.',
		'Meter every cell at the balance plug: if they are sound the wire is not; a cell near zero retires the pack.'
	],
	count: [
		'It counted other cells than were set.',
		'Meter every cell before any count is keyed by hand: a flat pack, a full one of another count and a dead cell look alike from outside.'
	],
	'input low': [
		'Its input fell too low.',
		'Look at the supply under load: fewer amps, shorter and thicker leads, or a charged battery. The pack is part charged: measure it.'
	],
	'charger hot': [
		'The charger itself became too hot.',
		'Vents clear, fan turning, out of the sun; fewer watts next time. The pack is part charged: measure it.'
	],
	restarted: [
		'It started anew, and with it what it counted.',
		'Look at every line that is keyed in: a restart keeps some and loses others. Sooner with more amps means the supply.'
	],
	cancelled: [
		'It went back to its first screen without a message.',
		'Somebody pressed, or a question on it was not answered. Measure the pack, stay at the screen for the first minute.'
	],
	'clock stands still': [
		'Its clock stood still: nobody knows what it did.',
		'Unplug it, balance lead and main lead, and switch it off; measure each cell and feel the pack.'
	],
	'link lost': [
		'The charger was not heard to the end.',
		'Look at its screen, and measure the pack: what it says now counts.'
	],
	temperature: [
		'It became too hot.',
		'Let it cool outside, look at it closely, and measure each cell; charge it more slowly, or not again.'
	]
};

const broken: Judge = ({ endReason }) => {
	if (endReason === null) return doubtful('Nobody wrote down why it ended.', MEASURE_EACH);
	const found = BROKEN[endReason];
	return found ? doubtful(found[0], found[1]) : null;
};

/** A slow nickel charge that its time or limit ends is done with what it was to put in. */
const timedDone = ({ timed, chargeAh, capacityAh, settings, minutes }: Sight): boolean =>
	timed &&
	((chargeAh !== null &&
		(chargeAh >= TIMED_FULL * capacityAh ||
			(settings.capacityLimitAh !== null && chargeAh >= TIMED_SHARE * settings.capacityLimitAh))) ||
		(minutes !== null && (minutes / 60) * settings.currentA >= TIMED_FULL * capacityAh));

/** The program of a first part expects just what its limit lets in, to these shares. */
const FIRST_PART = { expects: 0.92, expectsMost: 1.15, roundedUp: 1.1 };

/** A first part that its limit, or its time, ended: what was to go in is in. */
function firstPartDone({
	settings,
	expectedAh,
	chargeAh,
	capacityAh,
	aim,
	chemistry
}: Sight): EndJudged | null {
	const set = settings.capacityLimitAh;
	if (!aim.fills || aim.repeats || set === null || !expectedAh || chargeAh === null) return null;
	const { lowRest, lowStart } = chemistry.traits;
	const share = lowStart?.share ?? lowRest?.drainedShare ?? 0;
	const small = set <= FIRST_PART.roundedUp * share * capacityAh;
	const itself = expectedAh >= FIRST_PART.expects * set && expectedAh <= FIRST_PART.expectsMost * set;
	if (!small || !itself || chargeAh < (1 - 2 * METER) * set) return null;
	return sound(
		`Its first part is in, ${mah(chargeAh)}.`,
		'Read it an hour later: if it has come up it is charged on as usual, and if it rests as low as before a cell is dead.'
	);
}

/** What it would be, had it come to its end. */
const done = ({ moves }: TaskAim): string => (moves === 'out' ? 'empty' : 'full');

const guards: Judge = (s) => {
	const { endReason, settings, minutes, chargeAh, expectedAh, aim } = s;
	if (endReason === 'timer') {
		const set = settings.safetyTimerMin;
		if (set !== null && minutes !== null && Math.abs(minutes - set) > GUARD_MIN)
			return notSo(
				`It ended after ${Math.round(minutes)} min by its timer, and the program’s is ${set} min.`,
				'Another timer is keyed into the charger: look it up and note it with the charger.'
			);
		if (aim.limitEndsWell) return sound('Its minutes were up, as they should be.');
		const first = firstPartDone(s);
		if (first) return first;
		if (timedDone(s)) return sound('A slow charge by time, and its time is done: full.');
		return doubtful(
			`The timer${set === null ? '' : ` of ${set} min`} cut it${chargeAh !== null && expectedAh ? ` with ${mah(chargeAh)} of about ${mah(expectedAh)}` : ''}: it is not ${done(aim)}.`,
			'Measure it after a rest, then let a new program go on from there.'
		);
	}
	if (endReason !== 'capacity limit') return null;
	const set = settings.capacityLimitAh;
	if (set !== null && chargeAh !== null && Math.abs(Math.abs(chargeAh) / set - 1) > GUARD_SHARE)
		return notSo(
			`It ended by its capacity limit with ${mah(chargeAh)}, and the program’s limit is ${mah(set)}.`,
			'A limit left over from another pack is keyed into the charger: look it up and note it with the charger.'
		);
	if (aim.limitEndsWell) return sound('What it was to move has been moved.');
	const first = firstPartDone(s);
	if (first) return first;
	if (timedDone(s)) return sound('A slow charge by time, and what it was to put in is in: full.');
	if (set !== null && expectedAh && expectedAh > set)
		return doubtful(
			`The limit of ${mah(set)} cut it, and ${mah(expectedAh)} were expected: the limit was left over from a smaller pack, or keyed too low.`,
			`It is not ${done(aim)}. Measure it after a rest, look the limit up in the charger, and go on from there.`
		);
	if (set !== null && expectedAh && expectedAh < 0.92 * set)
		return doubtful(
			`The limit of ${mah(set)} cut it, and ${mah(expectedAh)} were expected: it began emptier than was read, or does not come to its end.`,
			'Feel whether it is warm, measure it after a rest, and let a new program begin from there.'
		);
	return doubtful(
		`The capacity limit cut it: it is not ${done(aim)}.`,
		'Measure it after a rest, then go on from there.'
	);
};

const saysFull = ({ endReason }: RunRecord): boolean =>
	endReason === 'full' || endReason === 'temperature rise';
const byVolts = ({ chemistry }: Sight): boolean => chemistry.balanceFromCells !== null;

/** What the pack as a whole showed when it said full. */
const packAtFull: Judge = (s) => {
	const { settings, endPackVoltageV, endCurrentA, chemistry, pack, aim, capacityAh } = s;
	if (!byVolts(s) || !saysFull(s) || !aim.fills || aim.repeats) return null;
	if (
		endPackVoltageV !== null &&
		endPackVoltageV < pack.cells * (settings.endVoltageV - UNDER_END_V - PACK_V)
	)
		return notSo(
			`It says full at ${volts(endPackVoltageV)}, and ${pack.cells} cells are full at ${volts(pack.cells * settings.endVoltageV)}.`,
			'Measure each cell: one that is full long before the others ended it, or the charger’s own end is off.'
		);
	const taperC = aim.cutsTaper
		? (chemistry.rates.fastTaperC ?? chemistry.rates.taperC)
		: chemistry.rates.taperC;
	const taperA = Math.max(0.2, TAPERED * taperC * capacityAh);
	if (endCurrentA !== null && endCurrentA > taperA && endCurrentA > 0.5 * settings.currentA)
		return doubtful(
			`It says full at ${endCurrentA.toFixed(1)} A, where a full pack takes less than ${taperA.toFixed(1)} A.`,
			'It left out the taper, or stopped for another reason: let it rest half an hour and measure each cell.'
		);
	return null;
};

/** What the cells read at a full end. */
const cellsAtFull: Judge = (s) => {
	const { endCellVoltagesV, settings, aim } = s;
	if (!byVolts(s) || !aim.fills || !saysFull(s) || !endCellVoltagesV?.length) return null;
	const low = Math.min(...endCellVoltagesV);
	const high = Math.max(...endCellVoltagesV);
	const lowest = endCellVoltagesV.indexOf(low) + 1;
	if (low < settings.endVoltageV - UNDER_END_V)
		return notSo(
			`Cell ${lowest} ended at ${volts(low)}, where full is ${volts(settings.endVoltageV)}.`,
			'Look whether the balance lead was seen at all; then charge it balanced, and measure cell by cell.'
		);
	if (high > settings.endVoltageV + OVER_END_V + 1e-9)
		return doubtful(
			`Cell ${endCellVoltagesV.indexOf(high) + 1} ended at ${high.toFixed(3)} V, ${Math.round(1000 * (high - settings.endVoltageV))} mV above the end.`,
			'Balance it down with the lead in its port, watched; before the next charge look whether the charger’s end and its balancing are right.'
		);
	if (high - low > APART_V + 1e-9)
		return sound(
			`Full, and the cells ended ${Math.round(1000 * (high - low))} mV apart, cell ${lowest} lowest.`,
			'Measure them again in an hour and tomorrow: a cell that goes on falling is failing.'
		);
	return null;
};

/** What the cells read after a discharge or at storage. */
const cellsBelowFull: Judge = (s) => {
	const { endCellVoltagesV, endReason, settings, chemistry, aim } = s;
	if (!byVolts(s) || !endCellVoltagesV?.length || aim.fills || aim.recovers) return null;
	const low = Math.min(...endCellVoltagesV);
	const high = Math.max(...endCellVoltagesV);
	const at = (v: number): number => endCellVoltagesV.indexOf(v) + 1;
	const ended = endReason === 'end voltage' || endReason === 'full';
	if (aim.stores && ended && chemistry.storage.kind === 'volts') {
		const target = settings.endVoltageV;
		const off = high - target > target - low ? high : low;
		if (Math.abs(off - target) > STORAGE_V)
			return notSo(
				`Cell ${at(off)} ended at ${volts(off)}, and storage is ${volts(target)}.`,
				'Look up what is keyed into the charger, let the pack rest half an hour and measure each cell, then bring it to storage.'
			);
	}
	if (aim.moves !== 'out' || !ended) return null;
	const end = settings.dischargeEndV ?? chemistry.voltages.dischargeEndV;
	// On a steep stretch cells come back up further; nowhere further than a tenth of their charge.
	const back = Math.max(REBOUND_V, ocvAt(chemistry.curve, socAt(chemistry.curve, end) + 0.1) - end);
	if (high > end + back)
		return notSo(
			`Cell ${at(high)} ended at ${volts(high)}, where ${volts(end)} was the end: it was not emptied.`,
			'Another end of discharge is keyed, or the charger stopped for another reason: look it up, and measure each cell.'
		);
	if (low < end - UNDER_DISCHARGE_V)
		return doubtful(
			`Cell ${at(low)} went down to ${volts(low)} while the pack was to end at ${volts(end)} a cell.`,
			'That cell is weak or was emptier than its siblings: charge the pack balanced, the same day, and watch that cell.'
		);
	return null;
};

/**
 * Whether what went in lies within what was expected at the start, where that is known as an
 * interval.
 */
const withinExpected = ({ chargeAh, expectedLowAh, expectedHighAh }: Sight): boolean =>
	chargeAh !== null &&
	expectedLowAh !== null &&
	expectedHighAh !== null &&
	Math.abs(chargeAh) >= expectedLowAh - LEAST_AH &&
	Math.abs(chargeAh) <= expectedHighAh + LEAST_AH;

/** A full end, or an empty one, with too little moved. */
const early: Judge = (s) => {
	const { endReason, chargeAh, expectedAh, capacityAh, chemistry, aim, minutes } = s;
	if (chargeAh === null || !expectedAh || aim.repeats || withinExpected(s)) return null;
	const missing = Math.abs(expectedAh) - Math.abs(chargeAh);
	if (Math.abs(chargeAh) >= EARLY_SHARE * Math.abs(expectedAh) || missing < EARLY_MISSING * capacityAh)
		return null;
	const took = `${mah(chargeAh)}${minutes === null ? '' : ` in ${Math.round(minutes)} min`}, where about ${mah(expectedAh)} were expected`;
	if (endReason === 'end voltage' && aim.moves === 'out')
		return doubtful(
			`It was down with ${took}.`,
			'It began emptier than was believed, is cold or worn, or one cell is weak: measure each cell now. This is no measure of its capacity.'
		);
	if (!saysFull(s) || !aim.fills) return null;
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

/** It ended too warm to go on with, whatever it was. */
const hot: Judge = ({ endTemperatureDegC, chemistry }) =>
	endTemperatureDegC !== null && endTemperatureDegC > chemistry.temperatures.tripDegC
		? doubtful(
				`It ended at ${Math.round(endTemperatureDegC)} °C, above the ${chemistry.temperatures.tripDegC} °C at which it is stopped.`,
				'Let it cool outside, look at it closely, and measure each cell; charge it more slowly, or not again.'
			)
		: null;

/** Every end that nothing speaks against, as far as there are figures to compare. */
function fits({ chargeAh, expectedAh, expectedHighAh, endCellVoltagesV }: Sight): EndJudged {
	if (chargeAh === null || !expectedAh)
		return sound('Nothing that was written down speaks against it; there is little to compare it with.');
	if (Math.abs(chargeAh) > Math.max(MORE_SHARE * Math.abs(expectedAh), expectedHighAh ?? 0))
		return sound(
			`It fits its figures; ${mah(chargeAh)} is more than the ${mah(expectedAh)} that were expected, so it began emptier than was read.`,
			'Measure it after its next use: a pack that is always emptier than it reads loses charge by itself.'
		);
	return sound(
		`Minutes, charge${endCellVoltagesV?.length ? ', cells' : ''} and what was expected fit one another.`
	);
}

// Danger first; an early end is looked into before cells that ended apart: the first may be no end
// at all.
const JUDGES: readonly Judge[] = [
	cellsInDanger,
	figures,
	broken,
	guards,
	hot,
	early,
	packAtFull,
	cellsAtFull,
	cellsBelowFull
];

const mainCurrentA = (aim: TaskAim, settings: RunRecord['settings']): number => {
	if (aim.moves === 'out') return settings.dischargeA ?? 0;
	return aim.moves === 'in' ? settings.currentA : Math.max(settings.currentA, settings.dischargeA ?? 0);
};

/** Judges how a run ended. Where figures are missing, the end is judged by those that are there. */
export function judgeRunEnd(seen: RunEndRecord): EndJudged {
	const { settings, pack, aim } = seen;
	const chemistry = chemistryOf(pack.chemistry);
	const capacityAh = pack.measuredCapacityAh ?? pack.capacityAh;
	const { endOfCharge } = chemistry;
	const sight: Sight = {
		...seen,
		chemistry,
		capacityAh,
		minutes: seen.durationS === null ? null : seen.durationS / 60,
		setA: mainCurrentA(aim, settings),
		timed:
			endOfCharge.kind === 'dip' &&
			aim.fills &&
			settings.currentA < endOfCharge.unreliableBelowC * ratedAh(pack) - 1e-9
	};
	for (const judge of JUDGES) {
		const judged = judge(sight);
		if (judged) return judged;
	}
	return fits(sight);
}
