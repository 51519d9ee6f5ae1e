/** A program, and what it moves, in the few words that headings and lists have room for. */
import { chemistryOf } from '../chemistry/catalogue';
import { showSetting, type ProgramSettings } from './settings';
import { taskOf, type TaskId } from './task';

/**
 * "2.6 A to 4.20 V per cell, balancing", "0.5 A down to 3.30 V per cell", "1.2 A until the dip of
 * 5 mV".
 */
export function inOneLine(task: TaskId, chemistryId: string, s: ProgramSettings): string {
	const dip = chemistryOf(chemistryId).endOfCharge.kind === 'dip';
	const up = dip
		? `${showSetting('currentA', s.currentA)} until the dip of ${showSetting('deltaV', s.deltaV)}`
		: `${showSetting('currentA', s.currentA)} to ${s.endVoltageV.toFixed(2)} V per cell${s.balance ? ', balancing' : ''}`;
	const down = `${showSetting('dischargeA', s.dischargeA)} down to ${(s.dischargeEndV ?? 0).toFixed(2)} V per cell`;
	switch (taskOf(task).moves) {
		case 'in':
			return up;
		case 'out':
			return down;
		case 'either':
			return `up at ${showSetting('currentA', s.currentA)} or down at ${showSetting('dischargeA', s.dischargeA)} to ${s.endVoltageV.toFixed(2)} V per cell`;
		case 'both':
			return `${s.cycles ?? 1} × ${s.order ?? 'down first'}: ${down}; ${up}`;
	}
}

/**
 * What the charge counted by a run is called: "Put in", "Taken out", or "Moved" where it may be
 * either.
 */
export const movedWord = (task: TaskId): string =>
	({ in: 'Put in', out: 'Taken out', either: 'Moved', both: 'Moved' })[taskOf(task).moves];

/** What a person says the pack is doing: "charging", "discharging", "cycling". */
export const doing = (task: TaskId): string =>
	({ in: 'charging', out: 'discharging', either: 'going to storage', both: 'cycling' })[taskOf(task).moves];

/**
 * The current that a run is known by, A: what it charges with, or discharges with where that is
 * all it does.
 */
export const mainCurrentA = (task: TaskId, s: ProgramSettings): number =>
	taskOf(task).moves === 'out' ? (s.dischargeA ?? s.currentA) : s.currentA;
