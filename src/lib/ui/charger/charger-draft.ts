/**
 * A charger as it is being typed: strings in the units people read, turned into the shape that
 * core checks.
 */
import { CHANNEL, CHANNEL_CHEMISTRY, CHARGER, type Charger, type ChargerInput } from '$core/charger/charger';
import { ChargerInputSchema } from '$core/charger/charger-schema';
import { HELD_SETTING, HELD_SETTINGS, heldFigure, type HeldSettingKind } from '$core/charger/setting';
import {
	checkedDraft,
	draftOf,
	figureText,
	readDraft,
	readFigure,
	type Draft,
	type FieldErrors,
	type Read
} from '$core/quantity/field-draft';
import { soFar } from '$core/quantity/parse';
import { askAboutSlip, USUAL_CHANNEL_CURRENT_A, USUAL_CHANNEL_POWER_W } from '$core/quantity/plausible';

export type ChannelDraft = Draft<typeof CHANNEL>;
/**
 * A held setting; the channel it belongs to is told by its place, because a new channel has no id
 * yet.
 */
export type HeldDraft = Omit<Draft<typeof HELD_SETTING>, 'channelId'> & { channel: number };
export type ChargerDraft = Omit<Draft<typeof CHARGER>, 'held'> & {
	channels: ChannelDraft[];
	held: HeldDraft[];
};

/** Figures of a held setting, in the unit of its kind. */
export const HELD_FIGURES = ['defaultValue', 'heldValue', 'min', 'max', 'step'] as const;

const { held: _held, ...WHOLE } = CHARGER;

export const emptyChemistry = (chemistry: string): ChannelDraft['chemistries'][number] => ({
	...draftOf(CHANNEL_CHEMISTRY, null),
	chemistry
});

const emptyChannel = (label: string): ChannelDraft => ({
	...draftOf(CHANNEL, null),
	label,
	chemistries: [draftOf(CHANNEL_CHEMISTRY, null)]
});

/** A held setting as most chargers keep it, to start from. */
export function emptyHeld(kind: HeldSettingKind): HeldDraft {
	const { channelId: _channelId, ...rest } = draftOf(HELD_SETTING, null);
	const { usual } = HELD_SETTINGS[kind];
	const figures = { ...usual, heldValue: usual.defaultValue };
	const texts = HELD_FIGURES.map((key) => [key, figures[key] === null ? '' : String(figures[key])]);
	return { ...rest, ...Object.fromEntries(texts), kind, channel: 0 };
}

function heldDraftOf(setting: Charger['held'][number], channelIds: string[]): HeldDraft {
	const { channelId, ...rest } = draftOf(HELD_SETTING, setting);
	const texts = HELD_FIGURES.map((key) => [key, figureText(heldFigure(setting.kind, key), setting[key])]);
	return { ...rest, ...Object.fromEntries(texts), channel: Math.max(0, channelIds.indexOf(channelId)) };
}

export function chargerDraftOf(charger: Charger | null): ChargerDraft {
	const whole = draftOf(WHOLE, charger);
	if (!charger)
		return {
			...whole,
			channels: [emptyChannel('1')],
			held: [emptyHeld('safetyTimerMin'), emptyHeld('capacityLimitAh')]
		};
	const channelIds = charger.channels.map((c) => c.id);
	return {
		...whole,
		channels: charger.channels.map((c) => draftOf(CHANNEL, c)),
		held: charger.held.map((h) => heldDraftOf(h, channelIds))
	};
}

function readHeld(draft: HeldDraft, at: string, errors: FieldErrors): object {
	const figures = HELD_FIGURES.map((key) => {
		const read = readFigure(heldFigure(draft.kind, key), draft[key]);
		if (!read.ok) errors[`${at}${key}`] = read.message;
		return [key, read.ok ? read.value : NaN];
	});
	const { channel, ...rest } = draft;
	return {
		...rest,
		...Object.fromEntries(figures),
		task: draft.task || null,
		chemistry: draft.chemistry || null,
		channelId: draft.scope === 'channel' ? `#${channel}` : null
	};
}

/** Reads a draft; errors are by path, e.g. `channels.0.powerW`. */
export function readChargerDraft(draft: ChargerDraft): Read<ChargerInput> {
	const errors: FieldErrors = {};
	const values = {
		...readDraft(WHOLE, draft, errors),
		channels: draft.channels.map((c, i) => readDraft(CHANNEL, c, errors, `channels.${i}.`)),
		held: draft.held.map((h, i) => readHeld(h, `held.${i}.`, errors))
	};
	return checkedDraft(ChargerInputSchema, values, errors);
}

/** Questions about figures that look like slips, one line each. */
export function askAboutCharger(draft: ChargerDraft): string[] {
	return draft.channels.flatMap((c) =>
		[
			askAboutSlip(soFar(c.powerW), USUAL_CHANNEL_POWER_W),
			askAboutSlip(soFar(c.maxCurrentA), USUAL_CHANNEL_CURRENT_A)
		]
			.filter((q) => q !== null)
			.map((q) => `Channel ${c.label}: ${q.question}`)
	);
}
