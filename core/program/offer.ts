/**
 * What a person is offered while a program is worked on: which tasks and settings, what can be
 * moved, switched, or is worth saying.
 */
import { chemistryOf } from '../chemistry/catalogue';
import type { Chemistry } from '../chemistry/chemistry';
import { socAt } from '../chemistry/curve';
import type { Forecast } from '../forecast/forecast';
import { storageDirection } from '../forecast/program-legs';
import type { Pack } from '../pack/pack';
import { whose, type PracticeId, type ResolvedPractice } from '../practice/practice';
import { SCHOOLS, showChoice } from '../practice/schools';
import { heldSetting, type Resolved } from '../request/context';
import { isGuard } from '../request/setting-range';
import { shownPerStored, type ProgramSettings, type SettingId, type SettingValue } from '../request/settings';
import { TASKS, type Task } from '../request/task';
import { limitIsProgram, neededAh, neededMin } from './needs';
import type { Finding } from './rule';

/** The tasks that a pack of this chemistry and cell count has. */
export const tasksFor = ({ chemistry, cells }: Pick<Pack, 'chemistry' | 'cells'>): readonly Task[] => {
	const { family } = chemistryOf(chemistry);
	// One cell has nothing to be levelled with.
	return TASKS.filter(
		(t) => t.families.includes(family) && (cells > 1 || !(t.fills && t.balances && !t.repeats))
	);
};

/**
 * Whether two packs may be treated as a pair, or joined: both of one make-up, and the other one
 * fit for use.
 */
export const isFellow = (pack: Pack, other: Pack): boolean =>
	other.id !== pack.id &&
	other.chemistry === pack.chemistry &&
	other.cells === pack.cells &&
	other.condition === 'in service';

/** Nobody can decide past these: such a pack gets reasons in place of settings. */
export const forbids = (findings: readonly Finding[]): boolean =>
	findings.some((f) => f.severity === 'stop' && !f.overridable);

/**
 * The settings that are shown. Storage goes one way: the current of the other way is not asked
 * about.
 */
export function shownSettings(r: Resolved, settings: ProgramSettings): readonly SettingId[] {
	if (!r.taskData.stores) return r.settingIds;
	const down = storageDirection(r, settings.endVoltageV) === 'down';
	const idle: readonly SettingId[] = down ? ['currentA', 'balance'] : ['dischargeA'];
	return r.settingIds.filter((id) => !idle.includes(id));
}

/** Whether this channel lets nobody change the setting. */
export function isFixed({ channel }: Pick<Resolved, 'channel'>, id: SettingId): boolean {
	if (id === 'endVoltageV') return channel.endVoltageStepV === null;
	if (id === 'deltaV') return channel.deltaVStepV === null;
	return id === 'currentA' && channel.fixedCurrentA !== null;
}

/**
 * Whether a setting may be switched off here. What ends the program is no guard around it, and is
 * never off.
 */
export function maySwitch(r: Resolved, settings: ProgramSettings, id: SettingId): boolean {
	if (id === 'trickleA') return true;
	if (!isGuard(id)) return false;
	const held = heldSetting(r, id);
	if (!held || held.fixed || !held.canBeOff) return false;
	return id === 'temperatureLimitDegC' || !limitIsProgram(r, settings);
}

/** A value without the decimal noise of a stepper: cut to a tenth of what is shown. */
export const tidied = (id: SettingId, value: SettingValue): SettingValue =>
	typeof value === 'number' ? Number(value.toFixed(shownPerStored(id) === 1000 ? 4 : 3)) : value;

/**
 * Charge given up by ending at the gentlest volts in place of `endVoltageV`, as a share: read off
 * the curve of the chemistry.
 */
export const heldBack = ({ curve, voltages }: Chemistry, endVoltageV: number): number =>
	socAt(curve, endVoltageV) - socAt(curve, voltages.gentleEndV.low);

/**
 * Whether a value that the charger still holds would end this run early, in one of a hundred runs
 * or more.
 */
export function wouldCut(
	r: Resolved,
	settings: ProgramSettings,
	forecast: Forecast | null,
	id: SettingId,
	heldValue: number | null
): boolean {
	if (heldValue === null || !forecast) return false;
	if (id === 'safetyTimerMin') return heldValue < neededMin(r, settings, forecast);
	return id === 'capacityLimitAh' && heldValue < neededAh(r, settings, forecast);
}

/** The schools that are followed and are not the usual practice, in words, with whose they are. */
export const unusualSchools = (practice: ResolvedPractice): { id: PracticeId; words: string }[] =>
	SCHOOLS.filter((s) => practice.from[s.id] !== 'default').map((s) => ({
		id: s.id,
		words: `${s.question}: ${showChoice(s.id, practice.values[s.id])}, ${whose(practice, s.id)}.`
	}));
