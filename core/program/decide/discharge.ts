/** Discharge: its current within the few watts a charger can turn into heat, and where it ends. */
import { dischargeLimitsAt } from '../../charger/envelope';
import { ocvAt } from '../../chemistry/curve';
import { watchesCells } from '../../forecast/assume';
import { storageSoc } from '../../forecast/program-legs';
import { endForWeakestV } from '../../forecast/weakest-cell';
import { whose } from '../../practice/practice';
import { packVoltage } from '../../pack/reading';
import { ceilToStep, floorToStep } from '../../quantity/step';
import type { Resolved } from '../../request/context';
import { plainly, type Decision } from './decision';

/** Volts of the pack when the discharge begins, V: as read, or as its estimated charge says. */
export function dischargeStartV(r: Resolved): number {
	// A cycle that begins with a charge discharges a full pack.
	if (r.taskData.repeats) return r.pack.cells * r.chemistry.voltages.chargeEndV;
	if (r.reading) return Math.max(0.1, packVoltage(r.reading));
	return r.pack.cells * ocvAt(r.chemistry.curve, r.chargeState.soc);
}

/**
 * A pack that is only put away is emptied at these rates by the pace, 1/h (common practice, no
 * source): nothing is measured by it.
 */
const STORING_C = { gentle: 0.5, standard: 1, hurry: 1 } as const;

/** The rate that a pack is discharged at, 1/h, and whose it is. */
function dischargeRate({ purpose, practice, chemistry, taskData }: Resolved): { rateC: number; why: string } {
	const { dischargeC, dischargeMaxC } = chemistry.rates;
	if (taskData.stores)
		return { rateC: Math.min(STORING_C[purpose], dischargeMaxC), why: `put away, ${purpose}` };
	if (purpose === 'hurry') return { rateC: dischargeMaxC, why: 'in a hurry' };
	if (practice.from.dischargeC !== 'default')
		return { rateC: practice.values.dischargeC, why: whose(practice, 'dischargeC') };
	return { rateC: dischargeC, why: 'the rate capacities are rated at' };
}

/** Volts of the pack when the discharge ends, V. */
function dischargeFinalV(r: Resolved, endVoltageV: number): number {
	const { chemistry, pack, taskData } = r;
	if (!taskData.stores) return pack.cells * chemistry.voltages.dischargeEndV;
	const byCharge = chemistry.storage.kind === 'charge';
	return pack.cells * (byCharge ? ocvAt(chemistry.curve, storageSoc(r, endVoltageV)) : endVoltageV);
}

/**
 * Discharge current, A: no limit of channel and pack is passed, and of the watts, which a charger
 * holds down itself, it is given what they are worth at the end, up to a step. Null when the task
 * takes nothing out or the channel cannot.
 */
export function decideDischarge(r: Resolved, endVoltageV: number): Decision<'dischargeA'> {
	if (r.taskData.moves === 'in') return plainly('dischargeA', null, 'task', 'this task takes nothing out.');
	const { channel } = r;
	const { rateC, why } = dischargeRate(r);
	const limits = dischargeLimitsAt(r.envelope, dischargeFinalV(r, endVoltageV), rateC, why);
	if (limits.length === 0)
		return plainly('dischargeA', null, 'channel', `channel ${channel.label} does not discharge.`);
	const least = limits[0];
	const fixed = r.taskData.stores ? channel.storageCurrentA : null;
	const others = Math.min(...limits.filter((l) => l.id !== 'discharge power').map((l) => l.currentA));
	const byWatts = least.id === 'discharge power';
	const stepped = Math.min(
		floorToStep(others, channel.currentStepA),
		byWatts ? ceilToStep(least.currentA, channel.currentStepA) : Infinity
	);
	return {
		setting: 'dischargeA',
		value: fixed ?? Math.max(channel.minCurrentA, stepped),
		candidates: limits.map((l) => ({ id: l.id, label: l.label, value: l.currentA })),
		decidedBy: fixed === null ? least.id : 'fixed',
		step: channel.currentStepA,
		why:
			fixed !== null
				? `storage uses ${fixed} A on this channel.`
				: `${least.label}${byWatts ? ', where it ends: the charger holds its watts by itself' : ''}.`
	};
}

/**
 * End of discharge of a nickel pack, V for the whole pack: max(1.0·N, 1.15·(N − 1)), so that no
 * cell is driven backwards.
 */
export const nickelEndPackV = (cells: number): number => Math.max(cells, 1.15 * (cells - 1));

/**
 * How much deeper some people discharge, V per cell (common practice, no source: 3.2 instead of
 * 3.3 for LiPo).
 */
const DEEPER_V = 0.1;

/**
 * Lowest end of discharge at which the weakest cell of a pack that is watched only by its sum
 * stays above its floor, V per cell, to the step; null where the charger sees the cells, or cells
 * have no floor of their own.
 */
export function weakestEndV(r: Resolved, dischargeA: number | null): number | null {
	if (watchesCells(r) || dischargeA === null) return null;
	const { cells } = r.pack;
	// As it ends, at the most that the charger can turn into heat there.
	const amps = Math.min(dischargeA, r.channel.dischargePowerW / (cells * r.chemistry.voltages.hardFloorV));
	const endV = endForWeakestV(r, amps);
	return endV === 0 ? null : ceilToStep(endV, 0.01);
}

/** End of discharge, V per cell, loaded; null when the task takes nothing out. */
export function decideDischargeEnd(r: Resolved, dischargeA: number | null): Decision<'dischargeEndV'> {
	const asked = byPractice(r);
	if (asked.value === null) return asked;
	const weakestV = weakestEndV(r, dischargeA);
	if (weakestV === null || weakestV <= asked.value) return asked;
	const { hardFloorV } = r.chemistry.voltages;
	return plainly(
		'dischargeEndV',
		weakestV,
		'weakest cell',
		`only the sum of the ${r.pack.cells} cells is watched, and the weakest must stay above ${hardFloorV.toFixed(2)} V; watched cell by cell it would be ${asked.value.toFixed(2)} V.`,
		0.01
	);
}

/** What chemistry and schools ask for, whoever watches. */
function byPractice(r: Resolved): Decision<'dischargeEndV'> {
	const { chemistry, pack, practice } = r;
	const { dischargeEndV, hardFloorV } = chemistry.voltages;
	if (r.taskData.moves === 'in')
		return plainly('dischargeEndV', null, 'task', 'this task takes nothing out.');
	if (chemistry.traits.reverses) {
		const packV = nickelEndPackV(pack.cells);
		return plainly(
			'dischargeEndV',
			ceilToStep(packV / pack.cells, 0.01),
			'nickel',
			`${packV.toFixed(2)} V for the pack: the larger of 1.0 V a cell and 1.15 V for all but one, so that no cell reverses.`,
			0.01
		);
	}
	if (chemistry.traits.followsOwnFigures && practice.values.dischargeEnd === 'capacity check')
		return plainly(
			'dischargeEndV',
			hardFloorV,
			'practice',
			`the floor, to check the capacity, by ${whose(practice, 'dischargeEnd')}; charge it soon after.`,
			0.01
		);
	const deeperV = Math.max(hardFloorV, dischargeEndV - DEEPER_V);
	if (chemistry.traits.followsOwnFigures && practice.values.dischargeEnd === 'a little deeper')
		return plainly(
			'dischargeEndV',
			deeperV,
			'practice',
			`a little under the everyday ${dischargeEndV.toFixed(2)} V, by ${whose(practice, 'dischargeEnd')}; the floor is ${hardFloorV.toFixed(2)} V.`,
			0.01
		);
	return plainly(
		'dischargeEndV',
		dischargeEndV,
		'chemistry',
		`everyday end for ${chemistry.name}, loaded; the floor is ${hardFloorV.toFixed(2)} V.`,
		0.01
	);
}
