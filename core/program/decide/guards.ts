/**
 * The guards of a run: safety timer, capacity limit and temperature, from what the forecast says
 * it may need.
 */
import { ratedAh } from '../../pack/rated';
import type { Forecast } from '../../forecast/forecast';
import { presentCapacityAh } from '../../forecast/assume';
import { firstPartOf } from '../../forecast/first-part';
import { discharges, storageNeedAh, timedAh } from '../../forecast/program-legs';
import { holds, type HeldSetting } from '../../charger/setting';
import { whose } from '../../practice/practice';
import { heldSetting, type Resolved } from '../../request/context';
import type { OthersNeed } from '../../request/surroundings';
import { askedShare, travels } from '../../request/storage-target';
import { showSetting } from '../../request/settings';
import {
	capacityBoundAh,
	missingShare,
	mostOfCapacityAh,
	timerBoundMin,
	wholeTimerMin,
	type LimitedProgram
} from '../safety-bounds';
import { limitIsProgram, mostProtectingAh, mostProtectingMin, neededAh, neededMin } from '../needs';
import { plainly, roundDownWithin, roundUpWithin, type Candidate, type Decision } from './decision';

const rising = (candidates: Candidate[]) => candidates.sort((a, b) => a.value - b.value);

/** "71 to 128 min": a range in the unit of the setting. */
export const showGuardRange = (id: GuardId, { least, most }: { least: number; most: number }): string =>
	id === 'safetyTimerMin'
		? `${Math.ceil(least)} to ${Math.floor(most)} min`
		: `${Math.ceil(1000 * least - 1e-6)} to ${Math.floor(1000 * most + 1e-6)} mAh`;

type GuardId = 'safetyTimerMin' | 'capacityLimitAh';

/**
 * The same guard by the person's school: off, or what the largest pack of this channel needs.
 * Where the guard is what ends the charge, it stays as it is.
 */
function bySchool<Id extends GuardId>(
	r: Resolved,
	held: HeldSetting,
	currentA: number,
	own: Decision<Id>
): Decision<Id> {
	const school = r.practice.values.guards;
	if (school === 'per pack' || own.value === null || timedAh(r, currentA) !== null) return own;
	const by = whose(r.practice, 'guards');
	const alone = showSetting(own.setting, own.value);
	if (school === 'off')
		return held.canBeOff
			? {
					...own,
					value: null as Decision<Id>['value'],
					decidedBy: 'practice',
					why: `off by ${by}; for this pack it would be ${alone}.`
				}
			: { ...own, why: `${own.why} Off by ${by}, but ${r.charger.name} cannot switch it off.` };
	const largest = r.around.largest?.[own.setting];
	if (!largest || largest.value <= own.value)
		return { ...own, why: `${own.why} No other pack here needs more (the largest counts, by ${by}).` };
	return {
		...own,
		value: roundUpWithin(largest.value, held) as Decision<Id>['value'],
		decidedBy: 'practice',
		why: `what ${largest.pack} needs, by ${by}; for this pack it would be ${alone}.`
	};
}

/** What runs on other channels need of a value held for all; null where nothing is shared. */
export const othersNeedOf = (r: Resolved, held: HeldSetting, id: GuardId): OthersNeed | null =>
	held.scope === 'charger' && r.charger.link === 'none' ? r.around.othersNeed[id] : null;

/**
 * The same guard with the range that would do. Where a person keys the charger: the value that it
 * holds, if that is in the range, since what still protects is not keyed anew; else, of the range,
 * what an empty pack needs (`emptyNeeds`), so that the next charge finds it there.
 */
function keptAsHeld<Id extends GuardId>(
	r: Resolved,
	held: HeldSetting,
	own: Decision<Id>,
	wouldDo: { least: number; most: number },
	emptyNeeds: number
): Decision<Id> {
	if (own.decidedBy === 'practice' || own.value === null) return own;
	const { heldValue } = held;
	const others = othersNeedOf(r, held, own.setting);
	const { most } = wouldDo;
	const least = Math.max(wouldDo.least, others?.value ?? 0);
	const does =
		heldValue !== null && holds(held, heldValue) && heldValue >= least - 1e-9 && heldValue <= most + 1e-9;
	if (!does && others && own.value < others.value)
		return {
			...own,
			value: roundUpWithin(others.value, held) as Decision<Id>['value'],
			decidedBy: 'other channel',
			why: `${others.pack} on ${others.channel} needs it until its run ends; for this pack alone it would be ${showSetting(own.setting, own.value)}.`
		};
	if (r.charger.link !== 'none') return { ...own, wouldDo };
	if (!does) {
		const lasting = roundDownWithin(Math.min(most, emptyNeeds), held);
		if (lasting <= own.value) return { ...own, wouldDo };
		return {
			...own,
			wouldDo,
			value: lasting as Decision<Id>['value'],
			decidedBy: 'next runs',
			why: `keyed for the next runs of this pack too, whatever its charge; this one alone needs ${showSetting(own.setting, own.value)}.`
		};
	}
	return {
		...own,
		wouldDo,
		value: heldValue as Decision<Id>['value'],
		decidedBy: 'held',
		why: `${r.charger.name} holds it, and it still protects: ${showGuardRange(own.setting, wouldDo)} would do.`
	};
}

/**
 * Safety timer, min: the 99th percentile of the longest leg plus a tenth, not above one and a
 * half times the typical time, and never below the 99th percentile itself; but never above its
 * bound, whatever the forecast says. A recovery is timed by its chemistry. Null where the charger
 * has no timer.
 */
export function decideTimer(
	r: Resolved,
	forecast: Forecast | null,
	program: LimitedProgram
): Decision<'safetyTimerMin'> {
	const held = heldSetting(r, 'safetyTimerMin');
	if (!held)
		return plainly('safetyTimerMin', null, 'none', 'this charger has no safety timer: set an alarm.');
	const { step } = held;
	if (held.fixed) return plainly('safetyTimerMin', held.heldValue, 'fixed', 'fixed on this charger.', step);
	const { recovery } = r.chemistry;
	if (r.taskData.recovers && recovery)
		return plainly(
			'safetyTimerMin',
			roundDownWithin(recovery.maxMin, held),
			'chemistry',
			`a recovery lasts at most ${recovery.maxMin} min.`,
			step
		);
	const longestMin = firstPartOf(r)?.longestMin ?? null;
	if (longestMin !== null)
		return plainly(
			'safetyTimerMin',
			roundDownWithin(longestMin, held),
			'chemistry',
			`within ${longestMin} min a pack this low comes up, or a cell is dead.`,
			step
		);
	if (!forecast) return plainly('safetyTimerMin', held.heldValue, 'none', 'no forecast to set it by.', step);
	const { median, p99 } = forecast.legMin;
	const bound = timerBoundMin(r, program);
	const candidates = rising([
		{ id: 'p99 and a tenth', label: '99 of 100 runs end by then, plus a tenth', value: 1.1 * p99 },
		{ id: 'one and a half', label: 'one and a half times the typical run', value: 1.5 * median },
		{ id: 'p99', label: '99 of 100 runs end by then', value: p99 },
		{ id: 'bound', label: 'the capacity limit has flowed by then, and the taper is over', value: bound }
	]);
	const usual = Math.max(p99, Math.min(1.1 * p99, 1.5 * median));
	const wanted = Math.min(usual, bound);
	const value = roundUpWithin(wanted, held);
	const wouldDo = {
		least: neededMin(r, program, forecast),
		most: Math.max(value, mostProtectingMin(r, program, forecast))
	};
	const leg = forecast.best.legs.length > 2 ? 'the longest leg of ' : '';
	if (value < wanted - 1e-9)
		return {
			...plainly('safetyTimerMin', value, 'range', `the charger's timer ends at ${held.max} min.`, step),
			candidates
		};
	const decided = (by: string, why: string) => {
		const own = { ...plainly('safetyTimerMin', value, by, why, step), candidates };
		// A first part says nothing of the charges after it.
		const lasts = firstPartOf(r) === null ? wholeTimerMin(r, program) : value;
		return keptAsHeld(r, held, bySchool(r, held, program.currentA, own), wouldDo, lasts);
	};
	if (wanted === bound)
		return decided(
			'bound',
			`by ${Math.ceil(bound)} min all that may be missing has flowed, and the rest is over.`
		);
	const decidedBy = wanted === p99 ? 'p99' : wanted === 1.1 * p99 ? 'p99 and a tenth' : 'one and a half';
	const more = decidedBy === 'p99 and a tenth' ? ', and a tenth more' : '';
	const why = `${leg}99 of 100 simulated runs ends by ${Math.ceil(p99)} min${more}.`.replace(
		/^99 of 100 simulated runs ends/,
		'99 of 100 simulated runs end'
	);
	return decided(decidedBy, why);
}

/**
 * How full a pack is put away that goes by charge: "half full", or the person's own share and
 * whose it is.
 */
function storedShare(r: Resolved): string {
	const share = askedShare(r);
	if (share === null) return 'half full';
	return `${Math.round(100 * share)} % full, ${travels(r) ? 'to travel' : `by ${whose(r.practice, 'storageShare')}`},`;
}

/**
 * What bears on the capacity limit, Ah: the margin over what may be missing and over what the
 * pack holds, and the least that is a limit.
 */
function limitCandidates(r: Resolved, program: LimitedProgram, stepAh: number): Candidate[] {
	const { missing, capacity } = r.chemistry.traits.limitFactors;
	const timed = r.taskData.moves === 'out' ? null : timedAh(r, program.currentA);
	if (timed !== null) return [{ id: 'timed', label: 'a slow charge is ended by its limit', value: timed }];
	return rising([
		{
			id: 'missing',
			label: `${missing} × what may be missing`,
			value: missing * missingShare(r, program) * presentCapacityAh(r)
		},
		{ id: 'capacity', label: `${capacity} × capacity`, value: mostOfCapacityAh(r) },
		{ id: 'least', label: 'less is no limit', value: capacityBoundAh(r, program, stepAh, 0) }
	]);
}

/**
 * Capacity limit, Ah: a margin over what may be missing, at least a step or 3 % of the capacity,
 * at most a margin over the whole of it; what a slow nickel charge puts in. Null where the
 * charger has none.
 */
export function decideCapacityLimit(
	r: Resolved,
	forecast: Forecast | null,
	program: LimitedProgram
): Decision<'capacityLimitAh'> {
	const held = heldSetting(r, 'capacityLimitAh');
	if (!held)
		return plainly('capacityLimitAh', null, 'none', 'this charger has no capacity limit: watch the mAh.');
	const { step } = held;
	if (held.fixed) return plainly('capacityLimitAh', held.heldValue, 'fixed', 'fixed on this charger.', step);
	const { recovery } = r.chemistry;
	if (r.taskData.recovers && recovery)
		return plainly(
			'capacityLimitAh',
			roundDownWithin(recovery.maxShare * ratedAh(r.pack), held),
			'chemistry',
			`a recovery puts in at most ${Math.round(100 * recovery.maxShare)} % of the capacity.`,
			step
		);
	const need = storageNeedAh(r);
	if (need !== null)
		return plainly(
			'capacityLimitAh',
			roundUpWithin(need, held),
			'storage',
			`${storedShare(r)} goes by charge, because the volts of ${r.chemistry.name} say nothing: about ${Math.round(1000 * need)} mAh to move.`,
			step
		);
	const first = firstPartOf(r);
	if (first !== null)
		return plainly(
			'capacityLimitAh',
			roundDownWithin(first.ah, held),
			'chemistry',
			`resting this low it is given ${Math.round((100 * first.ah) / ratedAh(r.pack))} % of its capacity, and read again an hour later.`,
			step
		);
	const candidates = limitCandidates(r, program, step);
	const wanted = capacityBoundAh(r, program, step);
	const value = roundUpWithin(wanted, held);
	if (value < wanted - 1e-9)
		return {
			...plainly(
				'capacityLimitAh',
				value,
				'range',
				`the charger's limit ends at ${Math.round(held.max * 1000)} mAh.`,
				step
			),
			candidates
		};
	const by = candidates.find((c) => Math.abs(c.value - wanted) < 1e-9) ?? candidates[0];
	const missingAh = missingShare(r, program) * presentCapacityAh(r);
	const whys: Record<string, string> = {
		missing: `at most ${Math.round(1000 * missingAh)} mAh ${discharges(r, program) ? 'have to come out' : 'are missing'}, and ${Math.round(100 * (r.chemistry.traits.limitFactors.missing - 1))} % more.`,
		least: 'hardly anything is needed.'
	};
	const own = bySchool(r, held, program.currentA, {
		...plainly('capacityLimitAh', value, by.id, whys[by.id] ?? `${by.label}.`, step),
		candidates
	});
	if (!forecast || limitIsProgram(r, program)) return own;
	const wouldDo = {
		least: neededAh(r, program, forecast),
		most: Math.max(value, mostProtectingAh(r, program, step))
	};
	return keptAsHeld(r, held, own, wouldDo, capacityBoundAh(r, program, step, 1));
}

/** Surface temperature that stops the run, °C. Null where the charger has no such limit. */
export function decideTemperature(r: Resolved, forecast: Forecast | null): Decision<'temperatureLimitDegC'> {
	const held = heldSetting(r, 'temperatureLimitDegC');
	const trip = r.chemistry.temperatures.tripDegC;
	const peak = forecast
		? `; forecast peak ${forecast.peakTemperatureDegC.median.toFixed(0)} °C from ${r.packDegC.toFixed(0)} °C`
		: '';
	const touch = r.channel.hasProbe ? '' : ' No probe on this channel: touch it.';
	if (!held) return plainly('temperatureLimitDegC', null, 'none', `no limit on this charger${peak}.${touch}`);
	if (held.fixed)
		return plainly('temperatureLimitDegC', held.heldValue, 'fixed', 'fixed on this charger.', held.step);
	return plainly(
		'temperatureLimitDegC',
		roundDownWithin(trip, held),
		'chemistry',
		`${r.chemistry.name} stops at ${trip} °C${peak}.${touch}`,
		held.step
	);
}
