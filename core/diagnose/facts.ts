/**
 * What the program knows already, as answers: nobody is asked for it. From the program, the pack
 * and its readings, the charger and its supply, the check before the start, the figures of the
 * run.
 */
import { deliverableA, powerLimits } from '../charger/envelope';
import { ocvAt } from '../chemistry/curve';
import type { Chemistry } from '../chemistry/chemistry';
import { presentCapacityAh } from '../forecast/assume';
import type { CheckEvidence } from '../log/check-evidence';
import type { Run } from '../log/run';
import { upperMiddle } from '../quantity/middle';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';
import { fitsOf, PART_CHARGED, type Fit } from './by-course';
import { chargeApart } from './cells-apart';
import type { AnswerOf } from './clue';
import { ofPast, type Past } from './from-the-past';
import type { Answered } from './infer';
import { known } from './known-answer';
import type { Shown } from './screen';
import { symptomOf, type SymptomId } from './symptom';

export interface Known {
	r: Resolved;
	settings: ProgramSettings;
	run: Pick<Run, 'endReason' | 'durationS' | 'chargeAh' | 'expectedAh' | 'status'> | null;
	check: Pick<CheckEvidence, 'countRead' | 'cellsV' | 'mainV' | 'inputV'> | null;
	shown: Shown | null;
	/** A cell page with nothing else known of its moment. */
	page?: readonly number[];
	/** Another channel of this charger runs. */
	othersRun: boolean;
	/** What the book says of the pack besides; absent where nobody looked. */
	past?: Past;
}

export interface Facts {
	answers: Answered[];
	/** Causes that cannot be, with the sum that says so. */
	impossible: Record<string, string>;
	/** The sum behind a cause, with this pack's figures, by cause. */
	sums: Record<string, string>;
	/**
	 * How the course that was seen fits each cause that can be simulated; empty where none was seen.
	 */
	fits: Record<string, Fit>;
}

/* All common practice, no source. */
const NOTHING_V = 0.3;
const LEVEL_V = 0.03;
const LONE_V = 0.1;
const NEXT_TO_EMPTY = 0.03;
const AHEAD_V = 0.05;
const AGREE_V = 0.01;
const NEAR_END_V = 0.03;
const LITTLE = 0.6;
const MUCH = 1.1;
const NEARLY_FULL = 0.85;
const OLD_READING_H = 12;
const OLD_PACK_YEARS = 2;
const COLD_DEG_C = 10;
const HOT_DEG_C = 35;
const USED_H = 1;
const SAME_CURRENT = 0.07;
const HALF_RATE = 0.5;
const LONG_UNBALANCED = 10;
/** No cells of a pack that is balanced now and then stand further apart, of their charge. */
const FEW_PER_CENT = 0.05;
/** Further than a charger's own page is ever off, V a cell. */
const FAR_BELOW_V = 0.1;

const volts = (v: number): string => `${v.toFixed(2)} V`;
const amps = (a: number): string => `${a.toFixed(1)} A`;
const mah = (ah: number): string => `${Math.round(1000 * ah)} mAh`;
const percent = (p: number): string => `${(100 * p).toFixed(p < 0.1 ? 1 : 0)} %`;

/** What a cell page looks like, in one of the answers to that question. */
export function cellPage(chemistry: Chemistry, cellV: readonly number[]): AnswerOf<'cell-page'> {
	const { doNotChargeV, cellMaxV } = chemistry.voltages;
	if (cellV.every((v) => Math.abs(v) < NOTHING_V)) return 'all zero';
	const nothing = cellV.findIndex((v) => Math.abs(v) < NOTHING_V);
	const middle = upperMiddle(cellV);
	if (nothing >= 0) {
		if ([nothing - 1, nothing + 1].some((i) => cellV[i] > 1.6 * middle)) return 'zero beside double';
		return nothing === 0 || nothing === cellV.length - 1 ? 'an end cell zero' : 'one low';
	}
	if (cellV.every((v) => v > cellMaxV)) return 'all high';
	// Below what a few per cent of charge rest at, each of them is next to empty.
	if (cellV.every((v) => v < Math.max(doNotChargeV + LONE_V, ocvAt(chemistry.curve, NEXT_TO_EMPTY))))
		return 'all low';
	const [low, high] = [Math.min(...cellV), Math.max(...cellV)];
	if (high - low <= LEVEL_V) return 'level';
	if (high > cellMaxV || high - middle > Math.max(AHEAD_V, middle - low)) return 'one high';
	if (low < doNotChargeV || middle - low > LONE_V || middle - low >= high - middle) return 'one low';
	return 'one high';
}

function ofCheck({ check, r, shown }: Known): Answered[] {
	if (!check) return [];
	const out: Answered[] = [];
	const { cells } = r.pack;
	const { countRead, mainV, cellsV, inputV } = check;
	if (mainV !== null && mainV < NOTHING_V) out.push(known('count', 'none', 'main lead 0.00 V'));
	else if (countRead !== null) {
		const as =
			countRead === cells
				? 'as the pack has'
				: countRead === cells - 1
					? 'one less'
					: countRead === 0
						? 'none'
						: 'another number';
		out.push(known('count', as, `set ${cells}S, read ${countRead}S`));
	}
	if (cellsV?.length && mainV !== null) {
		const sum = cellsV.reduce((a, b) => a + b, 0);
		const off = mainV - sum;
		const detail = `main ${volts(mainV)}, cells add to ${volts(sum)}`;
		if (mainV < NOTHING_V) out.push(known('main-sum', 'main reads nothing', detail));
		else if (Math.abs(off) <= AGREE_V * cells + 0.01) out.push(known('main-sum', 'agree', detail));
		else if (off > 0.5 * (sum / cells)) out.push(known('main-sum', 'main more by a cell', detail));
	}
	// Steady with nothing flowing says nothing of what a load makes of it.
	if (inputV !== null && shown === null) {
		const { charger, supply } = r;
		const detail = volts(inputV);
		if (inputV < charger.inputMinV)
			out.push(known('input', 'too low or none', `${detail}, needs ${volts(charger.inputMinV)}`));
		else if (inputV > charger.inputMaxV)
			out.push(known('input', 'too high', `${detail}, at most ${volts(charger.inputMaxV)}`));
		else if (supply && supply.kind !== 'mains' && inputV < 0.85 * supply.voltageV)
			out.push(known('input', 'sagging under load', `${detail} of ${volts(supply.voltageV)}`));
		else out.push(known('input', 'steady', detail));
	}
	return out;
}

function ofCells({ check, shown, page, r }: Known): Answered[] {
	const cellV = shown?.cellV.length ? shown.cellV : (page ?? check?.cellsV ?? []);
	if (cellV.length < 2) return [];
	return [
		known('cell-page', cellPage(r.chemistry, cellV), `cells ${cellV.map((v) => v.toFixed(3)).join(' ')}`)
	];
}

function ofRun({ r, settings, run, shown }: Known): Answered[] {
	const out: Answered[] = [];
	const { pack } = r;
	const endsOnVolts = r.chemistry.endOfCharge.kind !== 'dip' && r.taskData.moves !== 'out';
	if (shown && endsOnVolts) {
		const high = shown.cellV.length ? Math.max(...shown.cellV) : shown.packV / pack.cells;
		const near = high >= settings.endVoltageV - NEAR_END_V;
		out.push(
			known(
				'near-end',
				near ? 'yes' : 'no, well below',
				`highest cell ${volts(high)}, its end ${volts(settings.endVoltageV)}`
			)
		);
	}
	// Main volts of one minute beside the cells of another would make a bad plug of nothing.
	if (shown && !shown.mixed && shown.cellV.length > 1 && shown.currentA > 0.3) {
		const drop = shown.packV - shown.cellV.reduce((a, b) => a + b, 0);
		const ohm = drop / shown.currentA;
		// Cells that add up to more than the pack were read or typed wrong: that is no agreement.
		const odd = drop < -(AGREE_V * pack.cells + 0.05);
		const detail = `main ${volts(shown.packV)}, cells add to ${volts(shown.packV - drop)} at ${amps(shown.currentA)}`;
		if (!odd) out.push(known('main-sum', ohm > 0.04 && drop > 0.05 ? 'main a little more' : 'agree', detail));
	}
	if (run?.chargeAh != null && run.expectedAh && r.taskData.moves !== 'out') {
		const holds = presentCapacityAh(r);
		const share =
			run.chargeAh > MUCH * holds
				? 'more than it holds'
				: run.chargeAh < LITTLE * run.expectedAh
					? 'little'
					: 'about what was missing';
		out.push(known('charge-share', share, `${mah(run.chargeAh)} of about ${mah(run.expectedAh)}`));
	}
	const { endReason, durationS, chargeAh } = run ?? {};
	if (endReason === 'timer' && settings.safetyTimerMin !== null && durationS != null) {
		const same = Math.abs(durationS / 60 - settings.safetyTimerMin) <= 2;
		out.push(
			known(
				'held',
				same ? 'as programmed' : 'a limit or cap at just that figure',
				`cut at ${Math.round(durationS / 60)} min, keyed ${settings.safetyTimerMin}`
			)
		);
	}
	if (endReason === 'capacity limit' && settings.capacityLimitAh !== null && chargeAh != null) {
		const same = Math.abs(chargeAh / settings.capacityLimitAh - 1) <= 0.03;
		out.push(
			known(
				'held',
				same ? 'as programmed' : 'a limit or cap at just that figure',
				`cut at ${mah(chargeAh)}, keyed ${mah(settings.capacityLimitAh)}`
			)
		);
	}
	return out;
}

function ofPack({ r, settings, othersRun }: Known): Answered[] {
	const out: Answered[] = [];
	const { pack, reading, around } = r;
	const { lastUse, readBefore } = r.state;
	const hoursSince = (at: string) => (Date.parse(r.now) - Date.parse(at)) / 3600e3;
	out.push(
		known(
			'others-run',
			othersRun ? 'yes' : 'no',
			othersRun ? 'another channel is at work' : 'no other channel is'
		)
	);
	const soc = r.chargeState.soc;
	if (reading) {
		const used = readBefore && lastUse?.at === r.state.movedAt;
		const old = hoursSince(reading.takenAt) > OLD_READING_H || used;
		// What was read long ago, or before a use, says nothing of how full it was.
		if (!old)
			out.push(
				known(
					'was-full',
					soc >= NEARLY_FULL ? 'nearly full' : soc >= PART_CHARGED ? 'part charged' : 'low',
					`about ${Math.round(100 * Math.max(0, Math.min(1, soc)))} % at the start`
				)
			);
		out.push(
			known(
				'reading-age',
				old ? 'old, or used since' : 'fresh',
				used ? 'used since it was measured' : `measured ${Math.round(hoursSince(reading.takenAt))} h before`
			)
		);
	}
	const degC = Math.min(r.ambientDegC, r.packDegC);
	const air = degC < COLD_DEG_C ? 'cold' : r.ambientDegC > HOT_DEG_C ? 'hot' : 'as in a room';
	out.push(known('air', air, `air at ${Math.round(r.ambientDegC)} °C, pack at ${Math.round(r.packDegC)} °C`));
	if (pack.firstUsedOn) {
		const years = (Date.parse(r.now) - Date.parse(pack.firstUsedOn)) / (365.25 * 86400e3);
		out.push(
			known(
				'pack-age',
				years > OLD_PACK_YEARS ? 'old or much used' : 'young or little used',
				`${years.toFixed(1)} years old`
			)
		);
	}
	if (lastUse && lastUse.at === r.state.movedAt) {
		const just = hoursSince(lastUse.at) <= USED_H;
		out.push(
			known('used-just-now', just ? 'yes' : 'no', `used ${Math.round(60 * hoursSince(lastUse.at))} min ago`)
		);
	}
	if (r.chemistry.family === 'lithium' && pack.cells > 1)
		out.push(
			known(
				'balance-on',
				settings.balance ? 'yes' : 'no',
				settings.balance ? 'balancing is keyed' : 'balancing is not keyed'
			)
		);
	const since = around.chargesSinceBalance;
	if (since !== null && r.chemistry.family === 'lithium')
		out.push(
			known(
				'balanced',
				since >= LONG_UNBALANCED ? 'long ago, or never' : 'lately',
				since === 0 ? 'balanced at the last charge' : `not balanced for ${since} charges`
			)
		);
	// Where nobody knows what is set nobody knows how fast it goes.
	if (r.chemistry.family === 'nickel' && settings.currentA > 0) {
		const rate = settings.currentA / pack.capacityAh;
		out.push(
			known(
				'rate',
				rate >= HALF_RATE ? 'at half its capacity an hour or faster' : 'slower',
				`charged at ${rate.toFixed(2)}C`
			)
		);
	}
	out.push(
		known(
			'joined',
			r.load.length > 1 ? 'joined' : 'alone',
			r.load.length > 1 ? `charged with ${r.load.length - 1} others` : 'charged alone'
		)
	);
	return out;
}

/** What its power makes of the current: whether it binds, and the sum in words. */
function ofPower({ r, settings, shown }: Known, facts: Facts): void {
	if (!shown || shown.packV <= 0) return;
	const out = r.taskData.moves === 'out';
	const [least] = powerLimits(r.envelope).sort((a, b) => a.powerW - b.powerW);
	const powerW = out ? r.channel.dischargePowerW : least.powerW;
	const gives = powerW / shown.packV;
	const current = Math.abs(shown.currentA);
	const set = out ? (settings.dischargeA ?? 0) : settings.currentA;
	const sum = `${Math.round(powerW)} W at ${volts(shown.packV)} is ${amps(gives)}`;
	const binds = gives < set && Math.abs(current / gives - 1) <= SAME_CURRENT;
	facts.answers.push(known('watts', binds ? 'yes, just that' : 'no', `${sum}; it gives ${amps(current)}`));
	facts.sums[out ? 'discharge-watts' : 'channel-watts'] =
		`${sum}, and ${amps(set)} ${set > gives ? 'were' : 'was'} set.`;
	if (current < 0.85 * Math.min(gives, set))
		facts.impossible[out ? 'discharge-watts' : 'channel-watts'] = `${sum}, and it gives ${amps(current)}.`;
	if (!out && current < 0.85 * Math.min(set, deliverableA(r.envelope, shown.packV)))
		facts.sums['supply-limits'] =
			`It could give ${amps(Math.min(set, deliverableA(r.envelope, shown.packV)))} and gives ${amps(current)}.`;
}

function sumsOf({ r, settings, run, check, shown }: Known, { sums, impossible }: Facts): void {
	const { charger, channel, pack } = r;
	if (charger.channels.length < 2 || charger.sharedPowerW === null)
		impossible['shared-power'] = `The channels of ${charger.name} share no power.`;
	else if (r.envelope.othersOutputW > 0)
		sums['shared-power'] =
			`${charger.sharedPowerW} W in all, ${Math.round(r.envelope.othersOutputW)} W of them on other channels.`;
	if (!settings.balance) {
		impossible['balancing'] = 'This program does not balance.';
		impossible['small-balance-current'] = 'This program does not balance.';
	}
	const lowest = Math.min(...(check?.cellsV?.length ? check.cellsV : [0]));
	if (lowest > r.chemistry.voltages.doNotChargeV + LONE_V)
		impossible['cell-under-floor'] =
			`Its lowest cell stood at ${volts(lowest)} before, above the ${volts(r.chemistry.voltages.doNotChargeV)} that it needs.`;
	if (r.load.length === 1) impossible['unplugged-in-group'] = 'It is charged alone.';
	if (charger.protections.includes('reversed polarity'))
		sums['reversed'] = `${charger.name} is protected against that; the pack is not.`;
	if (!shown) return;
	if (shown.cellV.length > 1) {
		const spread = Math.max(...shown.cellV) - Math.min(...shown.cellV);
		const drop = shown.packV - shown.cellV.reduce((a, b) => a + b, 0);
		const apart = r.taskData.moves === 'in' && shown.minutes > 0 ? chargeApart(r, shown) : null;
		if (apart && spread > 0.005) {
			const aheadAh = apart.about * presentCapacityAh(r);
			const are = `${Math.round(1000 * spread)} mV are about ${mah(aheadAh)} there`;
			if (channel.balanceCurrentA > 0)
				sums['small-balance-current'] =
					`${are}; at ${amps(channel.balanceCurrentA)} that takes ${Math.max(1, Math.round((60 * aheadAh) / channel.balanceCurrentA))} min.`;
			sums['steep-end'] = `${are}, ${percent(apart.about)} of what it holds.`;
			if (apart.least > FEW_PER_CENT)
				impossible['steep-end'] =
					`${Math.round(1000 * spread)} mV are ${percent(apart.least)} of its charge at least: no steep end of a curve.`;
		}
		const highest = Math.max(...shown.cellV);
		if (highest < r.chemistry.voltages.cellMaxV - FAR_BELOW_V)
			impossible['one-over-unbalanced'] =
				`The highest cell shows ${volts(highest)}, and may have ${volts(r.chemistry.voltages.cellMaxV)}.`;
		if (!shown.mixed && drop > 0.05 && shown.currentA > 0.3)
			sums['hot-plug'] =
				`${Math.round(1000 * drop)} mV at ${amps(shown.currentA)} are ${Math.round((1000 * drop) / shown.currentA)} mΩ, ${(drop * shown.currentA).toFixed(1)} W of heat.`;
	}
	if (r.chemistry.endOfCharge.kind !== 'dip' && r.taskData.moves !== 'out')
		sums['taper'] =
			`${volts(shown.packV)} of ${volts(pack.cells * settings.endVoltageV)}: from there on the current falls.`;
	if (r.taskData.moves !== 'out' && shown.currentA > 0 && r.supply && r.supply.kind !== 'mains') {
		const inW = (shown.packV * shown.currentA) / charger.efficiency + charger.overheadW;
		sums['own-use'] =
			`${(shown.packV * shown.currentA).toFixed(0)} W out need ${inW.toFixed(0)} W in: ${amps(inW / r.supply.voltageV)} from ${volts(r.supply.voltageV)}.`;
	}
	if (run?.expectedAh)
		sums['was-not-empty'] =
			`At about ${Math.round(100 * r.chargeState.soc)} % at the start, ${mah(run.expectedAh)} were missing of ${mah(presentCapacityAh(r))}.`;
	sums['ended-a-little-low'] =
		`The charger is exact to ${Math.round(1000 * channel.voltageAccuracyV)} mV a cell.`;
}

/** Everything that is known, as answers, sums and what cannot be. */
export function factsOf(k: Known): Facts {
	const facts: Facts = {
		answers: [
			...ofCheck(k),
			...ofCells(k),
			...ofRun(k),
			...ofPack(k),
			...(k.past ? ofPast(k.r, k.settings, k.past) : [])
		],
		impossible: {},
		sums: {},
		fits: fitsOf(k.r, k.settings, k.shown)
	};
	ofPower(k, facts);
	sumsOf(k, facts);
	// What the run shows counts before what the check showed.
	const latest = new Map(facts.answers.map((a) => [a.clue, a]));
	return { ...facts, answers: [...latest.values()] };
}

/**
 * What a screen while it went on showed to be in order may have changed by the end: it excludes
 * nothing of what showed then.
 */
const OF_ITS_MOMENT = ['one-over-unbalanced', 'steep-end'];

/** What cannot be, of what is behind this symptom. */
export function impossibleFor(
	symptom: SymptomId | null,
	impossible: Facts['impossible']
): Facts['impossible'] {
	const phase = symptom === null ? null : symptomOf(symptom).phase;
	if (phase !== 'end' && phase !== 'afterwards') return impossible;
	return Object.fromEntries(Object.entries(impossible).filter(([id]) => !OF_ITS_MOMENT.includes(id)));
}
