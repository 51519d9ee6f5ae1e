/**
 * The key-in card: what to press on a charger without a data link, in the order in which that
 * charger asks.
 */
import type { Ask } from '../charger/charger';
import {
	HELD_SETTINGS,
	isHeldKind,
	type HeldSettingKind,
	holds,
	showHeld,
	type HeldSetting
} from '../charger/setting';
import { heldFor } from '../charger/charger';
import { storageSoc } from '../forecast/program-legs';
import { compositionOf, type ProgramStep } from '../program/composition';
import { showGuardRange } from '../program/decide/guards';
import { asks, heldSetting, type Resolved } from '../request/context';
import {
	SETTINGS,
	settingName,
	showSetting,
	type ProgramSettings,
	type SettingId
} from '../request/settings';
import type { Solution } from '../program/solve';

export interface KeyInLine {
	what: string;
	value: string;
	/** Why it must be looked at, e.g. the value the charger holds now. */
	remark: string;
	/**
	 * The setting that the charger keeps, and the value it is to have: to be noted once it is keyed.
	 * Absent for its screens.
	 */
	held?: HeldTarget;
}

/** A value that a charger's own setting is to have. */
export interface HeldTarget {
	kind: HeldSettingKind;
	channelId: string | null;
	task: string | null;
	chemistry: string | null;
	/** What it holds now, and what it is to hold; null for off. */
	before: number | null;
	value: number | null;
	/** Whether `before` was read off the charger. */
	known: boolean;
	/** Left so after the run: it serves the next runs, or the value before is not known. */
	stays: boolean;
}

export interface KeyInCard {
	/** To change before the program's own screens, because the charger keeps them apart from it. */
	first: KeyInLine[];
	/** The program's own screens, in order. */
	then: KeyInLine[];
	/** To put back afterwards if other packs need it. */
	putBack: KeyInLine[];
	/** Runs one after another, where the charger has no such program of its own; empty when it has. */
	steps: ProgramStep[];
	/** What the charger does when nobody presses anything, and what it forgets. */
	beware: string[];
}

const SettingIds: ReadonlySet<string> = new Set(Object.keys(SETTINGS));

const SCOPE_WORDS = { charger: 'the whole charger', channel: 'this channel', slot: 'this memory slot' };

/** What a held setting must be for this program; undefined when the program does not mind. */
function wanted(kind: HeldSettingKind, r: Resolved, settings: ProgramSettings): number | null | undefined {
	switch (kind) {
		case 'safetyTimerMin':
		case 'capacityLimitAh':
		case 'temperatureLimitDegC':
			return settings[kind];
		case 'trickleA':
			return settings.trickleA;
		case 'endVoltageV':
			return asks(r, 'endVoltageV') && !r.taskData.stores && !r.taskData.recovers
				? settings.endVoltageV
				: undefined;
		case 'dischargeEndV':
			return asks(r, 'dischargeEndV') ? (settings.dischargeEndV ?? undefined) : undefined;
		case 'recoveryTimeMin':
			return r.taskData.recovers ? (r.chemistry.recovery?.maxMin ?? undefined) : undefined;
		case 'nominalV':
			return r.chemistry.voltages.nominalV;
		default:
			return undefined;
	}
}

/**
 * Who needs a held value as it was: the kept programs of other packs on this charger that were
 * made with it.
 */
function whoRelies(held: HeldSetting, r: Resolved): { words: string; sure: boolean } {
	const kind = SettingIds.has(held.kind) ? (held.kind as SettingId) : null;
	const kept = r.around.keptHere.filter((k) => held.scope !== 'channel' || k.channelId === held.channelId);
	const relying = [
		...new Set(kept.filter((k) => kind !== null && k.settings[kind] === held.heldValue).map((k) => k.pack))
	];
	if (relying.length > 0)
		return {
			words: `${relying.join(' and ')} ${relying.length > 1 ? 'rely' : 'relies'} on it, by what is kept`,
			sure: true
		};
	return {
		words:
			kept.length > 0 && kind !== null
				? 'if other packs rely on it; no kept program does'
				: 'if other packs rely on it',
		sure: false
	};
}

/**
 * Whether what is keyed is left so afterwards: what was never read off the charger cannot be put
 * back, and what serves the next runs stays unless a kept program relies on the value before.
 */
function staysSo({ decisions, settings }: Solution, held: HeldSetting, r: Resolved): boolean {
	if (!held.known) return true;
	const { kind } = held;
	if (kind !== 'safetyTimerMin' && kind !== 'capacityLimitAh') return false;
	const { decidedBy, value } = decisions[kind];
	return decidedBy === 'next runs' && settings[kind] === value && !whoRelies(held, r).sure;
}

/** "holds 120 min", or that its value is not known. */
const holdsNow = (held: HeldSetting): string =>
	holds(held, held.heldValue) ? `holds ${showHeld(held.kind, held.heldValue)}` : 'what it holds is not known';

const targetOf = (held: HeldSetting, value: number | null, stays: boolean): HeldTarget => ({
	kind: held.kind,
	channelId: held.channelId,
	task: held.task,
	chemistry: held.chemistry,
	before: held.heldValue,
	value,
	known: held.known,
	stays
});

/** "; 64 to 128 min would do", where a range of values would; nothing where only this one does. */
function rangeThatWouldDo({ decisions, settings }: Solution, kind: HeldSettingKind): string {
	if (kind !== 'safetyTimerMin' && kind !== 'capacityLimitAh') return '';
	const { wouldDo, value } = decisions[kind];
	return wouldDo && settings[kind] === value ? `; ${showGuardRange(kind, wouldDo)} would do` : '';
}

function heldLines(solution: Solution, asked: ReadonlySet<string>) {
	const { resolved: r, settings } = solution;
	const first: KeyInLine[] = [];
	const putBack: KeyInLine[] = [];
	for (const held of heldFor(r.charger, r.channelId)) {
		// Of several values of one kind, the one that bears on this task.
		if (heldSetting(r, held.kind) !== held) continue;
		const value = wanted(held.kind, r, settings);
		if (value === undefined || held.fixed || asked.has(held.kind) || holds(held, value)) continue;
		const what = HELD_SETTINGS[held.kind].label;
		const relies = whoRelies(held, r);
		const stays = staysSo(solution, held, r);
		first.push({
			what,
			value: showHeld(held.kind, value),
			remark: `${holdsNow(held)}, for ${SCOPE_WORDS[held.scope]}${rangeThatWouldDo(solution, held.kind)}`,
			held: targetOf(held, value, stays)
		});
		if (held.scope !== 'slot' && !stays)
			putBack.push({ what, value: showHeld(held.kind, held.heldValue), remark: relies.words });
	}
	return { first, putBack };
}

const CAPACITY_REMARK = {
	'not asked': '',
	'a title only': 'only a title: it sets nothing',
	'sets the current': 'sets the current: look at the current again after it'
};

function askedLine(ask: Ask, solution: Solution): KeyInLine | null {
	const { resolved: r, settings } = solution;
	if (ask === 'chemistry') return { what: 'Chemistry', value: r.chemistry.name, remark: '' };
	if (ask === 'task') return { what: 'Program', value: r.taskData.name, remark: '' };
	if (ask === 'cells')
		return {
			what: 'Cells',
			value: `${settings.cells}S · ${(settings.cells * r.chemistry.voltages.nominalV).toFixed(1)} V nominal`,
			remark: 'what the charger reads must agree'
		};
	if (ask === 'capacity')
		return {
			what: 'Capacity',
			value: `${Math.round(r.pack.capacityAh * 1000)} mAh`,
			remark: CAPACITY_REMARK[r.charger.capacityKeyed]
		};
	return settingLine(ask, solution);
}

function settingLine(id: SettingId, solution: Solution): KeyInLine | null {
	const { resolved: r, settings } = solution;
	const value = settings[id];
	// Trickle is asked for even where it must never be: then the answer is "off".
	if (!r.settingIds.includes(id) && id !== 'trickleA') return null;
	const held = isHeldKind(id) ? heldSetting(r, id) : null;
	const remark =
		id === 'trickleA' && r.chemistry.rates.trickleMaxC === null
			? `never on ${r.chemistry.name}`
			: held && !holds(held, typeof value === 'number' ? value : null)
				? holdsNow(held)
				: '';
	// A storage run goes to its own volts, which the charger's end of charge has nothing to do with.
	const minds = held !== null && wanted(held.kind, r, settings) !== undefined;
	const differs = minds && !held.fixed && !holds(held, typeof value === 'number' ? value : null);
	const inPercent = id === 'endVoltageV' && r.taskData.stores && r.channel.storageInPercent;
	return {
		what: inPercent ? 'Storage' : settingName(id, r.task),
		value: inPercent ? `${Math.round(100 * storageSoc(r, settings.endVoltageV))} %` : showSetting(id, value),
		remark,
		...(differs
			? { held: targetOf(held, typeof value === 'number' ? value : null, staysSo(solution, held, r)) }
			: {})
	};
}

const SAME_FOR_ALL: ReadonlySet<Ask> = new Set<Ask>([
	'chemistry',
	'capacity',
	'cells',
	'safetyTimerMin',
	'capacityLimitAh',
	'temperatureLimitDegC'
]);

function bewareOf(r: Resolved): string[] {
	const out: string[] = [];
	if (r.charger.atCheck === 'starts by itself')
		out.push('It starts by itself a few seconds after the cell check: have the leads right before.');
	if (r.charger.atCheck === 'cancels by itself')
		out.push('It cancels if nobody confirms at the cell check: stay with it.');
	if (r.charger.forgetsAtRestart)
		out.push('It forgets what was keyed when it loses power: look at every line again after a restart.');
	if (r.taskData.skips) out.push(r.taskData.skips);
	return out;
}

/**
 * What the program leaves as the charger is believed to hold it: on record it protects, and the
 * person sees that it stands there.
 */
function leftAsHeld({ decisions, settings }: Solution, asked: ReadonlySet<string>): string[] {
	const left = (['safetyTimerMin', 'capacityLimitAh'] as const)
		.filter((id) => !asked.has(id) && decisions[id].decidedBy === 'held')
		.filter((id) => settings[id] === decisions[id].value)
		.map((id) => `${SETTINGS[id].label.toLowerCase()} ${showSetting(id, settings[id])}`);
	return left.length
		? [`Left as it stands: ${left.join(', ')}. See that the charger shows it; key it where it does not.`]
		: [];
}

/** Writes the card for a solved program. */
export function keyInCard(solution: Solution): KeyInCard {
	const { resolved: r, settings } = solution;
	const asked = new Set<string>(r.charger.asks);
	const steps = r.channel.tasks.includes(r.task) ? [] : compositionOf(r, settings);
	// In steps each has its own program and figures; what is the same for all of them is asked as
	// usual.
	const askedFor = steps.length ? r.charger.asks.filter((ask) => SAME_FOR_ALL.has(ask)) : r.charger.asks;
	const then = askedFor
		.map((ask) => askedLine(ask, solution))
		.filter((line): line is KeyInLine => line !== null);
	const heldAlready = heldLines(solution, asked);
	const trickle = settingName('trickleA', r.task);
	const said = [...heldAlready.first, ...then].some((line) => line.what === trickle);
	if (r.channel.asksTrickle && !asked.has('trickleA') && !said) {
		const line = settingLine('trickleA', solution);
		if (line) then.push(line);
	}
	return {
		...heldAlready,
		then,
		steps,
		beware: [...bewareOf(r), ...leftAsHeld(solution, asked)]
	};
}
