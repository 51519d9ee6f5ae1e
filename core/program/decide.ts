/** How each setting is decided: its candidates, the one that binds, and the rounding to what the charger offers. */
import { entryFor } from '../charger/charger';
import { limitsAt } from '../charger/envelope';
import type { HeldSetting } from '../charger/setting';
import { slopeAt } from '../chemistry/curve';
import { watchesCells } from '../simulate/assume';
import type { Forecast } from '../simulate/forecast';
import { ceilToStep, floorToStep } from '../quantity/step';
import { heldSetting, type Resolved } from './context';
import type { ProgramSettings, SettingId } from './settings';

export interface Candidate {
	id: string;
	/** In words with its figure. */
	label: string;
	/** In the setting's own stored unit. */
	value: number;
}

export interface Decision<Id extends SettingId = SettingId> {
	setting: Id;
	/** What the solver sets. */
	value: ProgramSettings[Id];
	/** Everything that bears on it, in the order in which it binds. */
	candidates: Candidate[];
	/** The candidate that decided. */
	decidedBy: string;
	/** Step the charger offers; null where there is none. */
	step: number | null;
	/** One sentence on what decided and how it was rounded. */
	why: string;
}

/** Current, A: the least of all limits at the pack's full volts, rounded down, so that it can be held to the end. */
export function decideCurrent(r: Resolved, endVoltageV: number): Decision<'currentA'> {
	const fullV = r.pack.cells * endVoltageV;
	const limits = limitsAt(r.envelope, fullV);
	const least = limits[0];
	const { currentStepA, minCurrentA } = r.channel;
	const floored = floorToStep(least.currentA, currentStepA);
	// A channel whose least current is off its own step still offers that least current.
	const value = floored >= minCurrentA ? floored : minCurrentA;
	const rounding = floored < least.currentA - 1e-9 ? `, down to the ${currentStepA} A step` : '';
	return {
		setting: 'currentA',
		value,
		candidates: limits.map((l) => ({ id: l.id, label: l.label, value: l.currentA })),
		decidedBy: least.id,
		step: currentStepA,
		why: `${least.label}${rounding}.`
	};
}

/** Charge by which the highest cell may exceed the mean on top of what was read (common practice, no source). */
const UNREAD_SPREAD = 0.01;

/**
 * How far the highest cell may stand above the mean when the pack is full, V: what a charger that sees only the sum must
 * leave as margin. Two cells or more; 0 for one.
 */
function unseenSpreadV(r: Resolved): number {
	if (r.pack.cells < 2) return 0;
	const ahead = Math.max(...r.chargeState.socs) - r.chargeState.soc;
	return (ahead + UNREAD_SPREAD) * slopeAt(r.chemistry.curve, 1);
}

/** End of charge, V per cell: full for the chemistry, unless purpose, channel or accuracy ask for less. */
export function decideEndVoltage(r: Resolved): Decision<'endVoltageV'> {
	const { voltages, name } = r.chemistry;
	const { endVoltageStepV: step, voltageAccuracyV } = r.channel;
	const endVoltageMaxV = entryFor(r.channel, r.chemistry.id)?.endVoltageMaxV ?? null;
	const unseenV = watchesCells(r) ? 0 : unseenSpreadV(r);
	const candidates: Candidate[] = [
		{ id: 'full', label: `full for ${name}`, value: voltages.chargeEndV },
		{
			id: 'accuracy',
			label: `cell limit ${voltages.cellMaxV.toFixed(2)} V less the charger's ±${(voltageAccuracyV * 1000).toFixed(0)} mV${unseenV > 0 ? ` and ${(unseenV * 1000).toFixed(0)} mV of spread it cannot see` : ''}`,
			value: voltages.cellMaxV - voltageAccuracyV - unseenV
		}
	];
	if (r.purpose === 'gentle')
		candidates.push({ id: 'gentle', label: `gentle end for ${name}`, value: voltages.gentleEndV.high });
	if (endVoltageMaxV !== null)
		candidates.push({ id: 'channel', label: `channel ends at most here`, value: endVoltageMaxV });
	candidates.sort((a, b) => a.value - b.value);
	const least = candidates[0];
	if (step === null)
		return {
			setting: 'endVoltageV',
			value: voltages.chargeEndV,
			candidates: [{ id: 'fixed', label: 'fixed on this channel', value: voltages.chargeEndV }],
			decidedBy: 'fixed',
			step,
			why: `fixed at ${voltages.chargeEndV.toFixed(2)} V on this channel.`
		};
	const floored = floorToStep(least.value, step);
	return {
		setting: 'endVoltageV',
		value: floored,
		candidates,
		decidedBy: least.id,
		step,
		why: `${least.label}${floored < least.value - 1e-9 ? `, down to the ${step} V step` : ''}.`
	};
}

/** Balance: on wherever pack, channel and task allow it. */
export function decideBalance(r: Resolved): Decision<'balance'> {
	const { pack, channel, chemistry, taskData } = r;
	const from = chemistry.balanceFromCells;
	const no = (decidedBy: string, why: string): Decision<'balance'> => ({
		setting: 'balance',
		value: false,
		candidates: [],
		decidedBy,
		step: null,
		why
	});
	if (from === null || pack.cells < from) return no('cells', `${pack.cells}S has nothing to level.`);
	if (!taskData.balances)
		return no('task', 'this task does not level the cells; the balance lead may still be watched.');
	if (!pack.balanceLead) return no('pack', 'the pack has no balance lead.');
	if (channel.balanceCurrentA === 0) return no('channel', 'the channel does not balance.');
	if (channel.balancePortCells < pack.cells)
		return no('port', `the balance port takes ${channel.balancePortCells} cells.`);
	return {
		setting: 'balance',
		value: true,
		candidates: [],
		decidedBy: 'practice',
		step: null,
		why: `port ${pack.cells}S, bleeds ${channel.balanceCurrentA} A per cell; every charge, so that each cell is watched.`
	};
}

const clampToHeld = (value: number, held: HeldSetting) => Math.min(held.max, Math.max(held.min, value));

function roundUpWithin(value: number, held: HeldSetting): number {
	const up = ceilToStep(value, held.step);
	if (up <= held.max) return clampToHeld(up, held);
	const top = floorToStep(held.max, held.step);
	return top >= held.min ? top : held.max;
}

/**
 * Safety timer, min: the 99th percentile of the forecast plus a tenth, not above one and a half times the typical time, and
 * never below the 99th percentile itself. Null where the charger has no timer.
 */
export function decideTimer(r: Resolved, forecast: Forecast | null): Decision<'safetyTimerMin'> {
	const held = heldSetting(r, 'safetyTimerMin');
	const base = {
		setting: 'safetyTimerMin' as const,
		candidates: [] as Candidate[],
		step: held?.step ?? null
	};
	if (!held)
		return {
			...base,
			value: null,
			decidedBy: 'none',
			why: 'this charger has no safety timer: set an alarm.'
		};
	if (held.fixed)
		return { ...base, value: held.heldValue, decidedBy: 'fixed', why: 'fixed on this charger.' };
	if (!forecast)
		return { ...base, value: held.heldValue, decidedBy: 'none', why: 'no forecast to set it by.' };
	const { median, p99 } = forecast.timeMin;
	const candidates: Candidate[] = [
		{ id: 'p99 and a tenth', label: '99 of 100 runs end by then, plus a tenth', value: 1.1 * p99 },
		{ id: 'one and a half', label: 'one and a half times the typical run', value: 1.5 * median },
		{ id: 'p99', label: '99 of 100 runs end by then', value: p99 }
	];
	const wanted = Math.max(p99, Math.min(1.1 * p99, 1.5 * median));
	const value = roundUpWithin(wanted, held);
	const decidedBy =
		value < wanted - 1e-9
			? 'range'
			: wanted === p99
				? 'p99'
				: wanted === 1.1 * p99
					? 'p99 and a tenth'
					: 'one and a half';
	const why =
		decidedBy === 'range'
			? `the charger's timer ends at ${held.max} min.`
			: `99 of 100 simulated runs end by ${Math.ceil(p99)} min${decidedBy === 'p99 and a tenth' ? ', and a tenth more' : ''}.`;
	return { ...base, value, candidates: candidates.sort((a, b) => a.value - b.value), decidedBy, why };
}

/**
 * Capacity limit, Ah: the smaller of 1.10 × capacity and 1.15 × what is needed, but never below the 99th percentile of what
 * the pack may take. Null where the charger has none.
 */
export function decideCapacityLimit(r: Resolved, forecast: Forecast | null): Decision<'capacityLimitAh'> {
	const held = heldSetting(r, 'capacityLimitAh');
	const base = {
		setting: 'capacityLimitAh' as const,
		candidates: [] as Candidate[],
		step: held?.step ?? null
	};
	if (!held)
		return {
			...base,
			value: null,
			decidedBy: 'none',
			why: 'this charger has no capacity limit: watch the mAh.'
		};
	if (held.fixed)
		return { ...base, value: held.heldValue, decidedBy: 'fixed', why: 'fixed on this charger.' };
	if (!forecast)
		return { ...base, value: held.heldValue, decidedBy: 'none', why: 'no forecast to set it by.' };
	const { median, p99 } = forecast.chargeAh;
	const byCapacity = 1.1 * r.pack.capacityAh;
	const byNeed = 1.15 * median;
	const candidates: Candidate[] = [
		{ id: 'capacity', label: 'capacity and a tenth', value: byCapacity },
		{ id: 'need', label: 'what is needed and 15 %', value: byNeed },
		{ id: 'p99', label: 'what 99 of 100 runs take', value: p99 }
	];
	const wanted = Math.max(p99, Math.min(byCapacity, byNeed));
	const value = roundUpWithin(wanted, held);
	const decidedBy =
		value < wanted - 1e-9 ? 'range' : wanted === p99 ? 'p99' : wanted === byCapacity ? 'capacity' : 'need';
	const why = {
		range: `the charger's limit ends at ${Math.round(held.max * 1000)} mAh.`,
		p99: `99 of 100 simulated runs take no more than ${Math.round(p99 * 1000)} mAh.`,
		capacity: 'capacity and a tenth.',
		need: `about ${Math.round(median * 1000)} mAh are needed, and 15 % more.`
	}[decidedBy];
	return { ...base, value, candidates: candidates.sort((a, b) => a.value - b.value), decidedBy, why };
}

/** Surface temperature that stops the run, °C. Null where the charger has no such limit. */
export function decideTemperature(r: Resolved, forecast: Forecast | null): Decision<'temperatureLimitDegC'> {
	const held = heldSetting(r, 'temperatureLimitDegC');
	const trip = r.chemistry.temperatures.tripDegC;
	const base = {
		setting: 'temperatureLimitDegC' as const,
		candidates: [] as Candidate[],
		step: held?.step ?? null
	};
	const peak = forecast
		? `forecast peak ${forecast.peakTemperatureDegC.median.toFixed(0)} °C from ${r.packDegC.toFixed(0)} °C`
		: '';
	const touch = r.channel.hasProbe ? '' : ' No probe on this channel: touch it.';
	if (!held)
		return { ...base, value: null, decidedBy: 'none', why: `no limit on this charger; ${peak}.${touch}` };
	if (held.fixed)
		return { ...base, value: held.heldValue, decidedBy: 'fixed', why: 'fixed on this charger.' };
	const value = clampToHeld(floorToStep(trip, held.step), held);
	return {
		...base,
		value,
		decidedBy: 'chemistry',
		why: `${r.chemistry.name} stops at ${trip} °C; ${peak}.${touch}`
	};
}
