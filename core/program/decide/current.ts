/** Charge current: the least of all limits, rounded to the channel's step. */
import { restsLow } from '../../pack/low-rest';
import { ofMeasured, ratedAh } from '../../pack/rated';
import { limitsAt, type Limit } from '../../charger/envelope';
import { amps, cRate, text, volts } from '../../quantity/format';
import { ceilToStep, floorToStep, roundToStep } from '../../quantity/step';
import { whose } from '../../practice/practice';
import { firstPartOf } from '../../forecast/first-part';
import { timedAh } from '../../forecast/program-legs';
import { heldSetting, type Resolved } from '../../request/context';
import type { Decision } from './decision';

/** Rate for cells that a cautious person goes gently on, 1/h (common practice, no source). */
const CAUTIOUS_C = 0.2;

/** Limits that only some tasks and some persons know, A. */
function taskLimits(r: Resolved): Limit[] {
	const { pack, chemistry, channel, practice } = r;
	const limits: Limit[] = [];
	const rate = (id: Limit['id'], label: string, rateC: number): Limit => ({
		id,
		label: `${label}${ofMeasured(pack)}`,
		currentA: rateC * ratedAh(pack),
		side: 'pack'
	});
	if (r.taskData.recovers && chemistry.recovery)
		limits.push(
			rate('recovery rate', `recovery, at most ${cRate(chemistry.recovery.maxC)}`, chemistry.recovery.maxC)
		);
	const first = firstPartOf(r);
	const { lowRest } = chemistry.traits;
	if (first && !restsLow(pack, r.reading))
		limits.push(
			rate(
				'low rate',
				`rests at ${text(volts(first.restsAtV))} a cell, at most ${cRate(first.rateC)} until ${text(volts(first.untilV))}`,
				first.rateC
			)
		);
	if (lowRest && !r.taskData.recovers && restsLow(pack, r.reading))
		limits.push(
			rate(
				'low rate',
				`rests under ${text(volts(lowRest.ordinaryFromV))} a cell, at most ${cRate(lowRest.rateC)}`,
				lowRest.rateC
			)
		);
	const below = practice.values.cautiousBelowV;
	const cells = r.reading?.cellVoltagesV;
	if (below !== null && chemistry.traits.followsOwnFigures && cells && Math.min(...cells) < below)
		limits.push(
			rate(
				'cautious rate',
				`a cell under ${text(volts(below))}: ${cRate(CAUTIOUS_C)} by ${whose(practice, 'cautiousBelowV')}`,
				CAUTIOUS_C
			)
		);
	if (r.taskData.stores && channel.storageCurrentA !== null)
		limits.push({
			id: 'fixed',
			label: `storage uses ${text(amps(channel.storageCurrentA))} on this channel`,
			currentA: channel.storageCurrentA,
			side: 'charger'
		});
	return limits;
}

/** What 99 of 100 charges by time take longer than the typical one. */
const TIMED_SPREAD = 1.06;

/**
 * Current at which a nickel charge that is ended by time is done before the charger's longest
 * timer, A; null where it is anyway, or it is not ended by time.
 */
export function withinTimerA(r: Resolved, currentA: number): number | null {
	const timer = heldSetting(r, 'safetyTimerMin');
	const end = r.chemistry.endOfCharge;
	const neededAh = timedAh(r, currentA);
	if (!timer || end.kind !== 'dip' || neededAh === null) return null;
	const longestMin = timer.fixed ? timer.heldValue : timer.max;
	if (longestMin === null || (60 * TIMED_SPREAD * neededAh) / currentA <= longestMin) return null;
	const { currentStepA } = r.channel;
	// Faster, less is put in.
	const faster = Math.max(currentA, end.slowC * ratedAh(r.pack)) + currentStepA;
	const fasterAh = timedAh(r, faster) ?? neededAh;
	const needed = Math.max(
		ceilToStep((60 * TIMED_SPREAD * fasterAh) / longestMin, currentStepA),
		ceilToStep(currentA + currentStepA / 2, currentStepA)
	);
	return needed <= end.timedMaxC * ratedAh(r.pack) + 1e-9 ? needed : null;
}

/**
 * Current at which a nickel charge can be ended where `currentA` is too weak for the fall of the
 * volts and too strong to be ended by time, A; null where it is neither, or the channel cannot go
 * so low.
 */
function timedChargeA(r: Resolved, currentA: number): number | null {
	const end = r.chemistry.endOfCharge;
	if (end.kind !== 'dip' || r.taskData.moves === 'out') return null;
	const holdsAh = ratedAh(r.pack);
	if (timedAh(r, currentA) === null || currentA <= end.slowC * holdsAh + 1e-9) return null;
	const slow = Math.max(r.channel.minCurrentA, floorToStep(end.slowC * holdsAh, r.channel.currentStepA));
	return slow <= end.timedMaxC * holdsAh + 1e-9 ? Math.min(slow, currentA) : null;
}

/**
 * Current, A: the least of all limits at the volts the pack has when it is full, so that it can
 * be held to the end; rounded down, or to the nearest step where that is the person's practice
 * and no other limit is passed by it.
 */
export function decideCurrent(r: Resolved, endVoltageV: number): Decision<'currentA'> {
	const { currentStepA, minCurrentA, fixedCurrentA } = r.channel;
	const limits = [...limitsAt(r.envelope, r.pack.cells * endVoltageV), ...taskLimits(r)].sort(
		(a, b) => a.currentA - b.currentA
	);
	const candidates = limits.map((l) => ({ id: l.id, label: l.label, value: l.currentA }));
	if (fixedCurrentA !== null)
		return {
			setting: 'currentA',
			value: fixedCurrentA,
			candidates: [{ id: 'fixed', label: 'fixed on this channel', value: fixedCurrentA }, ...candidates],
			decidedBy: 'fixed',
			step: null,
			why: `fixed at ${text(amps(fixedCurrentA))} on this channel.`
		};
	const least = limits[0];
	const down = floorToStep(least.currentA, currentStepA);
	const near = roundToStep(least.currentA, currentStepA);
	const hard = limits.find((l) => l.id !== 'purpose rate')?.currentA ?? Infinity;
	const upward = r.practice.values.stepRounding === 'nearest' && near > down && near <= hard + 1e-9;
	const stepped = upward ? near : down;
	// A channel whose least current is off its own step still offers that least current.
	const wanted = stepped >= minCurrentA ? stepped : minCurrentA;
	const endable = timedChargeA(r, wanted);
	const value = endable ?? wanted;
	const timed = endable !== null || (least.id === 'purpose rate' && r.purpose === 'gentle');
	const raised = timed ? withinTimerA(r, value) : null;
	if (raised !== null && raised <= hard + 1e-9)
		return {
			setting: 'currentA',
			value: raised,
			candidates,
			decidedBy: 'timer',
			step: currentStepA,
			why: `${endable === null ? least.label : text(amps(value))} would outlast the longest timer of ${r.charger.name}; this ends within it.`
		};
	if (endable !== null)
		return {
			setting: 'currentA',
			value,
			candidates,
			decidedBy: 'timed',
			step: currentStepA,
			why: `${least.label}: too little for a fall of the volts to end on, so it is charged slowly and ended by its limit.`
		};
	const rounding = upward
		? `, to the nearest ${currentStepA} A by ${whose(r.practice, 'stepRounding')}`
		: down < least.currentA - 1e-9
			? `, down to the ${currentStepA} A step`
			: '';
	return {
		setting: 'currentA',
		value,
		candidates,
		decidedBy: least.id,
		step: currentStepA,
		why: `${least.label}${rounding}.`
	};
}
