/** Between which figures, and by which step, each setting can be moved on this channel. */
import { entryFor } from '../charger/charger';
import { heldSetting, type Resolved } from './context';
import type { Field } from '../quantity/field';
import { SETTINGS, type SettingId } from './settings';

export interface Range {
	min: number;
	max: number;
	step: number;
}

type Guard = 'safetyTimerMin' | 'capacityLimitAh' | 'temperatureLimitDegC';
export const isGuard = (id: SettingId): id is Guard =>
	id === 'safetyTimerMin' || id === 'capacityLimitAh' || id === 'temperatureLimitDegC';

function guardRange(r: Resolved, id: Guard): Range {
	const held = heldSetting(r, id);
	return held ? { min: held.min, max: held.max, step: held.step } : { min: 0, max: 1, step: 1 };
}

/** Where nothing of the bench says otherwise, the setting's own range. */
function described(id: SettingId): Range {
	const field: Field = SETTINGS[id];
	return field.kind === 'figure'
		? { min: field.min, max: field.max, step: field.step ?? 1 }
		: { min: 0, max: 1, step: 1 };
}

const RANGES: Partial<Record<SettingId, (r: Resolved) => Range>> = {
	currentA: ({ channel }) => ({
		min: channel.minCurrentA,
		max: channel.maxCurrentA,
		step: channel.currentStepA
	}),
	endVoltageV: ({ channel, chemistry, taskData }) => ({
		min:
			(taskData.stores ? null : (entryFor(channel, chemistry.id)?.endVoltageMinV ?? null)) ??
			(chemistry.recovery ? Math.min(chemistry.recovery.belowV, chemistry.voltages.nominalV) : 1),
		// A little above the limit may be typed, so that the answer is a reason and not a wall.
		max: chemistry.voltages.cellMaxV + 0.1,
		step: channel.endVoltageStepV ?? 0.01
	}),
	dischargeA: ({ channel }) => ({
		min: channel.minCurrentA,
		max: Math.max(channel.dischargeCurrentA * 2, channel.minCurrentA),
		step: channel.currentStepA
	}),
	dischargeEndV: ({ chemistry }) => ({
		min: chemistry.voltages.hardFloorV * 0.85,
		max: chemistry.voltages.chargeEndV,
		step: 0.01
	}),
	deltaV: ({ channel }) => ({
		min: channel.deltaVMinV ?? 0.001,
		max: channel.deltaVMaxV ?? 0.05,
		step: channel.deltaVStepV ?? 0.001
	}),
	trickleA: () => ({ min: 0.01, max: 0.5, step: 0.01 })
};

/** The range of a setting in its stored unit. */
export const rangeOf = (r: Resolved, id: SettingId): Range =>
	isGuard(id) ? guardRange(r, id) : (RANGES[id]?.(r) ?? described(id));
