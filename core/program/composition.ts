/**
 * A program that a charger has not, put together from runs that it has, with what the person does
 * in between.
 */
import { storageDirection } from '../forecast/program-legs';
import type { Resolved } from '../request/context';
import { showSetting, type ProgramSettings } from '../request/settings';
import { taskOf, type TaskId } from '../request/task';

export interface ProgramStep {
	/** The charger's program to choose; null when the person waits or works. */
	task: TaskId | null;
	name: string;
	/** What to set and when to go on. */
	how: string;
}

const step = (task: TaskId | null, name: string, how: string): ProgramStep => ({ task, name, how });

const down = (s: ProgramSettings) =>
	step(
		'discharge',
		taskOf('discharge').name,
		`${showSetting('dischargeA', s.dischargeA)} down to ${showSetting('dischargeEndV', s.dischargeEndV)}`
	);

function up(r: Resolved, s: ProgramSettings): ProgramStep {
	const task: TaskId = s.balance && r.channel.tasks.includes('balance') ? 'balance' : 'charge';
	const end =
		r.chemistry.endOfCharge.kind === 'dip'
			? `until the dip of ${showSetting('deltaV', s.deltaV)}`
			: `to ${showSetting('endVoltageV', s.endVoltageV)}`;
	return step(task, taskOf(task).name, `${showSetting('currentA', s.currentA)} ${end}`);
}

function cycleSteps(r: Resolved, s: ProgramSettings): ProgramStep[] {
	const rest = step(null, 'Rest', `${s.restMin ?? 0} min without current; note the mAh first`);
	const pair = s.order === 'up first' ? [up(r, s), rest, down(s), rest] : [down(s), rest, up(r, s), rest];
	return Array.from({ length: s.cycles ?? 1 }, () => pair)
		.flat()
		.slice(0, -1);
}

function storageSteps(r: Resolved, s: ProgramSettings): ProgramStep[] {
	const target = showSetting('endVoltageV', s.endVoltageV);
	if (storageDirection(r, s.endVoltageV) === 'up')
		return [
			step(
				'charge',
				taskOf('charge').name,
				`${showSetting('currentA', s.currentA)}; stop it by hand when a cell reaches ${target}: you are called`
			)
		];
	return [
		step(
			'discharge',
			taskOf('discharge').name,
			`${showSetting('dischargeA', s.dischargeA)} down to ${target}, or stop it by hand there: you are called`
		)
	];
}

/**
 * The runs that stand in for the task on a channel that has no such program; one plain charge or
 * discharge otherwise.
 */
export function compositionOf(r: Resolved, settings: ProgramSettings): ProgramStep[] {
	switch (r.task) {
		case 'cycle':
			return cycleSteps(r, settings);
		case 'storage':
			return storageSteps(r, settings);
		case 'discharge':
			return [down(settings)];
		case 'recover':
			return [
				step(
					'charge',
					taskOf('charge').name,
					`${showSetting('currentA', settings.currentA)}, timer ${showSetting('safetyTimerMin', settings.safetyTimerMin)}, limit ${showSetting('capacityLimitAh', settings.capacityLimitAh)}; stay beside it`
				),
				step(null, 'Rest', 'one hour; then every cell must rest above its floor, or the pack is retired')
			];
		case 'fast':
			return [
				step(
					'charge',
					taskOf('charge').name,
					`${showSetting('currentA', settings.currentA)}; stop it by hand once the current has fallen to a third`
				)
			];
		default:
			return [up(r, settings)];
	}
}
