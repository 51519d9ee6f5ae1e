/** A charger as it is being typed: strings in the units people read, turned into the shape that core checks. */
import { ChargerInput, type Charger } from '$core/charger/charger';
import type { TaskId } from '$core/charger/programs';
import { HELD_SETTINGS, type HeldSettingKind, type SettingScope } from '$core/charger/setting';
import { parseFigure } from '$core/quantity/parse';
import { askAboutSlip, USUAL_CHANNEL_CURRENT_A, USUAL_CHANNEL_POWER_W } from '$core/quantity/plausible';

export interface ChannelDraft {
	label: string;
	powerW: string;
	minCurrentA: string;
	maxCurrentA: string;
	currentStepA: string;
	/** Empty: the end of charge cannot be changed. */
	endVoltageStepV: string;
	chemistries: { chemistry: string; minCells: string; maxCells: string; endFromV: string; endToV: string }[];
	balanceCurrentA: string;
	balancePortCells: string;
	dischargePowerW: string;
	dischargeCurrentA: string;
	accuracyMv: string;
	hasProbe: boolean;
	showsCells: boolean;
	tasks: TaskId[];
	/** Empty where it can be set. */
	fixedCurrentA: string;
	storageCurrentA: string;
	storageV: string;
	/** Empty: sensitivity to the dip cannot be set. */
	deltaMinMv: string;
	deltaMaxMv: string;
	deltaStepMv: string;
	asksTrickle: boolean;
	endsOnTemperatureRise: boolean;
	knowsOwnBalancer: boolean;
	storageInPercent: boolean;
}

export interface HeldDraft {
	kind: HeldSettingKind;
	scope: SettingScope;
	/** Place of the channel it belongs to, when it belongs to one. */
	channel: number;
	/** Empty: for every program. */
	task: string;
	defaultValue: string;
	heldValue: string;
	min: string;
	max: string;
	step: string;
	canBeOff: boolean;
	fixed: boolean;
}

export interface ChargerDraft {
	name: string;
	inputMinV: string;
	inputMaxV: string;
	inputCurrentA: string;
	sharedPowerW: string;
	efficiencyPercent: string;
	overheadW: string;
	supplyId: string;
	link: Charger['link'];
	asks: Charger['asks'];
	slots: string;
	capacityKeyed: Charger['capacityKeyed'];
	forgetsAtRestart: boolean;
	atCheck: Charger['atCheck'];
	protections: Charger['protections'];
	price: string;
	notes: string;
	channels: ChannelDraft[];
	held: HeldDraft[];
}

const text = (value: number | null, factor = 1) =>
	value === null ? '' : String(Number((value * factor).toPrecision(8)));

const emptyChannel = (label: string): ChannelDraft => ({
	label,
	powerW: '',
	minCurrentA: '0.1',
	maxCurrentA: '',
	currentStepA: '0.1',
	endVoltageStepV: '0.01',
	chemistries: [{ chemistry: 'lipo', minCells: '1', maxCells: '6', endFromV: '', endToV: '' }],
	balanceCurrentA: '0.2',
	balancePortCells: '6',
	dischargePowerW: '0',
	dischargeCurrentA: '0',
	accuracyMv: '20',
	hasProbe: false,
	showsCells: true,
	tasks: ['balance', 'charge', 'storage', 'discharge'],
	fixedCurrentA: '',
	storageCurrentA: '',
	storageV: '',
	deltaMinMv: '',
	deltaMaxMv: '',
	deltaStepMv: '',
	asksTrickle: false,
	endsOnTemperatureRise: false,
	knowsOwnBalancer: false,
	storageInPercent: false
});

/** Ranges that suit most chargers, to start from (common practice, no source). */
const HELD_STARTS: Record<
	HeldSettingKind,
	Pick<HeldDraft, 'defaultValue' | 'heldValue' | 'min' | 'max' | 'step'>
> = {
	safetyTimerMin: { defaultValue: '120', heldValue: '120', min: '10', max: '720', step: '1' },
	capacityLimitAh: { defaultValue: '5000', heldValue: '5000', min: '100', max: '50000', step: '50' },
	temperatureLimitDegC: { defaultValue: '50', heldValue: '50', min: '20', max: '80', step: '1' },
	inputFloorV: { defaultValue: '11', heldValue: '11', min: '10', max: '24', step: '0.1' },
	rateCapC: { defaultValue: '2', heldValue: '2', min: '0.5', max: '10', step: '0.5' },
	trickleA: { defaultValue: '', heldValue: '', min: '50', max: '300', step: '10' },
	dischargeEndV: { defaultValue: '3', heldValue: '3', min: '2.5', max: '3.9', step: '0.1' },
	nominalV: { defaultValue: '3.7', heldValue: '3.7', min: '3.3', max: '3.8', step: '0.1' },
	checkTimeMin: { defaultValue: '10', heldValue: '10', min: '1', max: '30', step: '1' },
	recoveryTimeMin: { defaultValue: '30', heldValue: '30', min: '1', max: '60', step: '1' }
};

export const emptyHeld = (kind: HeldSettingKind): HeldDraft => ({
	kind,
	scope: 'charger',
	channel: 0,
	task: '',
	canBeOff: true,
	fixed: false,
	...HELD_STARTS[kind]
});

export function chargerDraftOf(charger: Charger | null): ChargerDraft {
	if (!charger)
		return {
			name: '',
			inputMinV: '11',
			inputMaxV: '18',
			inputCurrentA: '',
			sharedPowerW: '',
			efficiencyPercent: '80',
			overheadW: '5',
			supplyId: '',
			link: 'none',
			asks: ['chemistry', 'task', 'currentA', 'cells'],
			slots: '0',
			capacityKeyed: 'not asked',
			forgetsAtRestart: false,
			atCheck: 'waits',
			protections: ['reversed polarity', 'cell count', 'over-voltage'],
			price: '',
			notes: '',
			channels: [emptyChannel('1')],
			held: [emptyHeld('safetyTimerMin'), emptyHeld('capacityLimitAh')]
		};
	return {
		name: charger.name,
		inputMinV: text(charger.inputMinV),
		inputMaxV: text(charger.inputMaxV),
		inputCurrentA: text(charger.inputCurrentA),
		sharedPowerW: text(charger.sharedPowerW),
		efficiencyPercent: text(charger.efficiency, 100),
		overheadW: text(charger.overheadW),
		supplyId: charger.supplyId ?? '',
		link: charger.link,
		asks: [...charger.asks],
		slots: text(charger.slots),
		capacityKeyed: charger.capacityKeyed,
		forgetsAtRestart: charger.forgetsAtRestart,
		atCheck: charger.atCheck,
		protections: [...charger.protections],
		price: text(charger.price),
		notes: charger.notes,
		channels: charger.channels.map((c) => ({
			label: c.label,
			powerW: text(c.powerW),
			minCurrentA: text(c.minCurrentA),
			maxCurrentA: text(c.maxCurrentA),
			currentStepA: text(c.currentStepA),
			endVoltageStepV: text(c.endVoltageStepV),
			chemistries: c.chemistries.map((e) => ({
				chemistry: e.chemistry,
				minCells: text(e.minCells),
				maxCells: text(e.maxCells),
				endFromV: text(e.endVoltageMinV),
				endToV: text(e.endVoltageMaxV)
			})),
			balanceCurrentA: text(c.balanceCurrentA),
			balancePortCells: text(c.balancePortCells),
			dischargePowerW: text(c.dischargePowerW),
			dischargeCurrentA: text(c.dischargeCurrentA),
			accuracyMv: text(c.voltageAccuracyV, 1000),
			hasProbe: c.hasProbe,
			showsCells: c.showsCells,
			tasks: [...c.tasks],
			fixedCurrentA: text(c.fixedCurrentA),
			storageCurrentA: text(c.storageCurrentA),
			storageV: text(c.storageV),
			deltaMinMv: text(c.deltaVMinV, 1000),
			deltaMaxMv: text(c.deltaVMaxV, 1000),
			deltaStepMv: text(c.deltaVStepV, 1000),
			asksTrickle: c.asksTrickle,
			endsOnTemperatureRise: c.endsOnTemperatureRise,
			knowsOwnBalancer: c.knowsOwnBalancer,
			storageInPercent: c.storageInPercent
		})),
		held: charger.held.map((h) => {
			const f = HELD_SETTINGS[h.kind].shownPerStored;
			return {
				kind: h.kind,
				scope: h.scope,
				channel: Math.max(
					0,
					charger.channels.findIndex((c) => c.id === h.channelId)
				),
				task: h.task ?? '',
				defaultValue: text(h.defaultValue, f),
				heldValue: text(h.heldValue, f),
				min: text(h.min, f),
				max: text(h.max, f),
				step: text(h.step, f),
				canBeOff: h.canBeOff,
				fixed: h.fixed
			};
		})
	};
}

export type ChargerRead = { ok: true; input: ChargerInput } | { ok: false; errors: Record<string, string> };

/** Reads a draft; errors are by path, e.g. `channels.0.powerW`. */
export function readChargerDraft(draft: ChargerDraft): ChargerRead {
	const errors: Record<string, string> = {};
	const figure = (
		path: string,
		typed: string,
		label: string,
		unit: string,
		min: number,
		max: number,
		whole = false
	): number => {
		const parsed = parseFigure(typed, { label, unit, min, max, whole });
		if (parsed.ok) return parsed.value;
		errors[path] = parsed.message;
		return NaN;
	};
	const optional = (...args: Parameters<typeof figure>) => (args[1].trim() === '' ? null : figure(...args));
	const inVolts = (path: string, typed: string, label: string) => {
		const mv = optional(path, typed, label, 'mV', 0.5, 50);
		return mv === null ? null : mv / 1000;
	};
	const channels = draft.channels.map((c, i) => {
		const at = `channels.${i}`;
		return {
			label: c.label,
			powerW: figure(`${at}.powerW`, c.powerW, 'Power', 'W', 1, 5000),
			minCurrentA: figure(`${at}.minCurrentA`, c.minCurrentA, 'Least current', 'A', 0.001, 50),
			maxCurrentA: figure(`${at}.maxCurrentA`, c.maxCurrentA, 'Greatest current', 'A', 0.05, 100),
			currentStepA: figure(`${at}.currentStepA`, c.currentStepA, 'Step', 'A', 0.001, 10),
			endVoltageStepV: optional(
				`${at}.endVoltageStepV`,
				c.endVoltageStepV,
				'End of charge step',
				'V',
				0.001,
				0.1
			),
			chemistries: c.chemistries.map((e, k) => ({
				chemistry: e.chemistry,
				minCells: figure(`${at}.chemistries.${k}.minCells`, e.minCells, 'Least cells', 'S', 1, 24, true),
				maxCells: figure(`${at}.chemistries.${k}.maxCells`, e.maxCells, 'Most cells', 'S', 1, 24, true),
				endVoltageMinV: optional(
					`${at}.chemistries.${k}.endFromV`,
					e.endFromV,
					'End of charge from',
					'V',
					1,
					5
				),
				endVoltageMaxV: optional(`${at}.chemistries.${k}.endToV`, e.endToV, 'End of charge to', 'V', 1, 5)
			})),
			balanceCurrentA: figure(`${at}.balanceCurrentA`, c.balanceCurrentA, 'Balance current', 'A', 0, 20),
			balancePortCells: figure(
				`${at}.balancePortCells`,
				c.balancePortCells,
				'Balance port',
				'S',
				0,
				24,
				true
			),
			dischargePowerW: figure(`${at}.dischargePowerW`, c.dischargePowerW, 'Discharge power', 'W', 0, 2000),
			dischargeCurrentA: figure(
				`${at}.dischargeCurrentA`,
				c.dischargeCurrentA,
				'Discharge current',
				'A',
				0,
				100
			),
			voltageAccuracyV: figure(`${at}.accuracyMv`, c.accuracyMv, 'Accuracy', 'mV', 0, 100) / 1000,
			hasProbe: c.hasProbe,
			showsCells: c.showsCells,
			tasks: c.tasks,
			fixedCurrentA: optional(`${at}.fixedCurrentA`, c.fixedCurrentA, 'Fixed current', 'A', 0.01, 100),
			storageCurrentA: optional(
				`${at}.storageCurrentA`,
				c.storageCurrentA,
				'Storage current',
				'A',
				0.01,
				100
			),
			storageV: optional(`${at}.storageV`, c.storageV, 'Storage voltage', 'V', 3, 4.2),
			deltaVMinV: inVolts(`${at}.deltaMinMv`, c.deltaMinMv, 'Dip from'),
			deltaVMaxV: inVolts(`${at}.deltaMaxMv`, c.deltaMaxMv, 'Dip to'),
			deltaVStepV: inVolts(`${at}.deltaStepMv`, c.deltaStepMv, 'Dip step'),
			asksTrickle: c.asksTrickle,
			endsOnTemperatureRise: c.endsOnTemperatureRise,
			knowsOwnBalancer: c.knowsOwnBalancer,
			storageInPercent: c.storageInPercent
		};
	});
	const held = draft.held.map((h, i) => {
		const { label, unit, shownPerStored: f } = HELD_SETTINGS[h.kind];
		const at = `held.${i}`;
		const stored = (key: 'min' | 'max' | 'step') =>
			figure(`${at}.${key}`, h[key], `${label}, ${key}`, unit, 0.0001, 1e6) / f;
		const value = (key: 'defaultValue' | 'heldValue') => {
			const v = optional(`${at}.${key}`, h[key], label, unit, 0, 1e6);
			return v === null ? null : v / f;
		};
		return {
			kind: h.kind,
			scope: h.scope,
			channelId: h.scope === 'channel' ? `#${h.channel}` : null,
			task: (h.task || null) as TaskId | null,
			defaultValue: value('defaultValue'),
			heldValue: value('heldValue'),
			min: stored('min'),
			max: stored('max'),
			step: stored('step'),
			canBeOff: h.canBeOff,
			fixed: h.fixed
		};
	});
	const input = {
		name: draft.name,
		inputMinV: figure('inputMinV', draft.inputMinV, 'Least input', 'V', 5, 420),
		inputMaxV: figure('inputMaxV', draft.inputMaxV, 'Greatest input', 'V', 5, 420),
		inputCurrentA: optional('inputCurrentA', draft.inputCurrentA, 'Input current', 'A', 0.1, 200),
		sharedPowerW: optional('sharedPowerW', draft.sharedPowerW, 'Shared power', 'W', 1, 20000),
		efficiency: figure('efficiencyPercent', draft.efficiencyPercent, 'Efficiency', '%', 30, 100) / 100,
		overheadW: figure('overheadW', draft.overheadW, 'Own draw', 'W', 0, 200),
		supplyId: draft.supplyId || null,
		link: draft.link,
		asks: draft.asks,
		slots: figure('slots', draft.slots, 'Slots', '', 0, 99, true),
		capacityKeyed: draft.capacityKeyed,
		forgetsAtRestart: draft.forgetsAtRestart,
		atCheck: draft.atCheck,
		protections: draft.protections,
		price: optional('price', draft.price, 'Price', '', 0.01, 1e6),
		notes: draft.notes,
		channels,
		held
	};
	if (Object.keys(errors).length) return { ok: false, errors };
	const parsed = ChargerInput.safeParse(input);
	if (parsed.success) return { ok: true, input: parsed.data };
	for (const issue of parsed.error.issues) errors[issue.path.join('.')] ??= issue.message;
	return { ok: false, errors };
}

/** Questions about figures that look like slips, one line each. */
export function askAboutCharger(draft: ChargerDraft): string[] {
	return draft.channels.flatMap((c) =>
		[
			askAboutSlip(Number(c.powerW), USUAL_CHANNEL_POWER_W),
			askAboutSlip(Number(c.maxCurrentA), USUAL_CHANNEL_CURRENT_A)
		]
			.filter((q) => q !== null)
			.map((q) => `Channel ${c.label}: ${q.question}`)
	);
}
