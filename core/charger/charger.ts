/** A charger: channels, what they share, what feeds them, and what it holds. */
import { CHEMISTRY_CHOICE } from '../chemistry/catalogue';
import { choice, choices, figure, flag, parts, reference, text, type ValuesOf } from '../quantity/field';
import { TASK_IDS, type TaskId } from './programs';
import { HELD_SETTING, type HeldSetting } from './setting';

/** What a channel takes of one chemistry: cells, and the range of its end-of-charge setting. */
export const CHANNEL_CHEMISTRY = {
	chemistry: choice({ ...CHEMISTRY_CHOICE, label: 'Takes', offer: 'lipo' }),
	minCells: figure({ label: 'from', unit: 'S', min: 1, max: 24, whole: true, offer: 1 }),
	maxCells: figure({ label: 'to', unit: 'S', min: 1, max: 24, whole: true, offer: 6 }),
	/** Per cell; null leaves it to the chemistry. */
	endVoltageMinV: figure({ label: 'ends', unit: 'V', min: 1, max: 5, optional: true, start: null }),
	endVoltageMaxV: figure({ label: 'to', unit: 'V', min: 1, max: 5, optional: true, start: null })
} as const;

const canBeSet = { optional: true, start: null, help: 'empty: can be set' } as const;

export const CHANNEL = {
	label: text({ part: 'common', label: 'Label', least: 1, most: 20, missing: 'A channel needs a label.' }),
	/** Greatest output power. */
	powerW: figure({ part: 'common', label: 'Power', unit: 'W', min: 1, max: 5000 }),
	/** Greatest and least current it can be set to. */
	maxCurrentA: figure({ part: 'common', label: 'Current to', unit: 'A', min: 0.05, max: 100 }),
	minCurrentA: figure({ part: 'common', label: 'Current from', unit: 'A', min: 0.001, max: 50, offer: 0.1 }),
	/** Step of the current setting. */
	currentStepA: figure({ part: 'common', label: 'Step', unit: 'A', min: 0.001, max: 10, offer: 0.1 }),
	/** Step of the end-of-charge setting, per cell; null when it cannot be changed. */
	endVoltageStepV: figure({
		part: 'common',
		label: 'End of charge step',
		unit: 'V',
		min: 0.001,
		max: 0.1,
		optional: true,
		offer: 0.01,
		help: 'empty: fixed'
	}),
	chemistries: parts(CHANNEL_CHEMISTRY, {
		label: 'Chemistries',
		least: 1,
		most: 24,
		missing: 'A channel charges at least one chemistry.'
	}),
	/** Bleed current of one cell; 0 when the channel does not balance. */
	balanceCurrentA: figure({
		part: 'common',
		label: 'Balance current',
		unit: 'A',
		min: 0,
		max: 20,
		offer: 0.2,
		help: '0: none'
	}),
	/** Cells its balance port takes; 0 when it has none. */
	balancePortCells: figure({
		part: 'common',
		label: 'Balance port',
		unit: 'S',
		min: 0,
		max: 24,
		whole: true,
		offer: 6
	}),
	/** Greatest discharge power and current; 0 when it cannot discharge. */
	dischargePowerW: figure({ part: 'common', label: 'Discharge', unit: 'W', min: 0, max: 2000, offer: 0 }),
	dischargeCurrentA: figure({ part: 'common', label: 'Discharge to', unit: 'A', min: 0, max: 100, offer: 0 }),
	/** How far its cell volts may be off, per cell. */
	voltageAccuracyV: figure({
		part: 'common',
		label: 'Cell volts off by',
		unit: 'mV',
		per: 1000,
		min: 0,
		max: 0.1,
		offer: 0.02
	}),
	/**
	 * How much more its cell page shows than a meter did, per cell, with its sign; null when never
	 * compared.
	 */
	showsMoreV: figure({
		part: 'common',
		label: 'Shows more than a meter',
		unit: 'mV',
		per: 1000,
		min: -0.2,
		max: 0.2,
		optional: true,
		start: null,
		help: 'measured; −: it shows less'
	}),
	/** A temperature probe can be connected. */
	hasProbe: flag({ part: 'common flags', label: 'temperature probe', start: false }),
	/** The balance plug goes into the case itself, so that no board is taken up. */
	portBuiltIn: flag({ part: 'common flags', label: 'balance port in its case, no board', start: false }),
	showsCells: flag({ part: 'common flags', label: 'shows each cell', start: true }),
	/** Programs its screen offers. */
	tasks: choices({
		label: 'Programs it offers',
		options: TASK_IDS,
		least: 1,
		missing: 'A channel offers at least one program.',
		start: ['balance', 'charge', 'storage', 'discharge']
	}),
	/** Current it always uses; null when it can be set. The same in its storage program. */
	fixedCurrentA: figure({
		part: 'rare',
		label: 'Fixed current',
		unit: 'A',
		min: 0.01,
		max: 100,
		...canBeSet
	}),
	storageCurrentA: figure({ part: 'rare', label: 'In storage', unit: 'A', min: 0.01, max: 100, ...canBeSet }),
	/** Storage end that cannot be changed, per cell; null when it can be. */
	storageV: figure({ part: 'rare', label: 'Storage ends', unit: 'V', min: 3, max: 4.2, ...canBeSet }),
	/** Range and step of its sensitivity to the dip, per cell; null where it cannot be set. */
	deltaVMinV: figure({
		part: 'rare',
		label: 'Dip from',
		unit: 'mV',
		per: 1000,
		min: 0.001,
		max: 0.05,
		optional: true,
		start: null,
		help: 'empty: not set by you'
	}),
	deltaVMaxV: figure({
		part: 'rare',
		label: 'Dip to',
		unit: 'mV',
		per: 1000,
		min: 0.001,
		max: 0.05,
		optional: true,
		start: null
	}),
	deltaVStepV: figure({
		part: 'rare',
		label: 'Dip step',
		unit: 'mV',
		per: 1000,
		min: 0.0005,
		max: 0.01,
		optional: true,
		start: null
	}),
	/** Its screen asks for a trickle current, whatever the chemistry. */
	asksTrickle: flag({ part: 'rare flags', label: 'asks for a trickle on any chemistry', start: false }),
	/** It ends a nickel charge when the temperature climbs too fast. */
	endsOnTemperatureRise: flag({
		part: 'rare flags',
		label: 'ends nickel when the temperature climbs fast',
		start: false
	}),
	/** It knows packs that carry their own balancer. */
	knowsOwnBalancer: flag({ part: 'rare flags', label: 'knows packs with their own balancer', start: false }),
	/** Its storage program asks for per cent of charge instead of volts. */
	storageInPercent: flag({ part: 'rare flags', label: 'asks storage in per cent', start: false })
} as const;
export type ChannelFields = ValuesOf<typeof CHANNEL>;
export type Channel = ChannelFields & { id: string };

/** The charger without its channels. */
export const CHARGER = {
	name: text({ label: 'Name', least: 1, most: 80, missing: 'A charger needs a name.' }),
	/** Volts its input takes. For a mains unit the line volts. */
	inputMinV: figure({ part: 'input', label: 'Input from', unit: 'V', min: 5, max: 420, offer: 11 }),
	inputMaxV: figure({ part: 'input', label: 'Input to', unit: 'V', min: 5, max: 420, offer: 18 }),
	/** Greatest current it draws from its input; null when not stated. */
	inputCurrentA: figure({
		part: 'input',
		label: 'Input current',
		unit: 'A',
		min: 0.1,
		max: 200,
		optional: true,
		start: null,
		help: 'if stated'
	}),
	/** Power all channels share; null when every channel has its own. */
	sharedPowerW: figure({
		part: 'input',
		label: 'Power shared by channels',
		unit: 'W',
		min: 1,
		max: 20000,
		optional: true,
		start: null,
		help: 'empty: each its own'
	}),
	/** Output power over input power while charging, less its own watts. */
	efficiency: figure({
		part: 'input',
		label: 'Efficiency',
		unit: '%',
		per: 100,
		min: 0.3,
		max: 1,
		start: 0.8,
		help: '80 when not stated'
	}),
	/** What it draws for itself. */
	overheadW: figure({ part: 'input', label: 'Own draw', unit: 'W', min: 0, max: 200, start: 5 }),
	supplyId: reference({ label: 'Fed by', most: 64, optional: true, start: null }),
	/** How it is reached: not at all (its screen is keyed by hand) or the simulated charger. */
	link: choice({
		label: 'Reached',
		options: ['none', 'stand-in'],
		words: { none: 'by hand: keyed in from a card', 'stand-in': 'over a link: the simulated charger' },
		open: true,
		start: 'none'
	}),
	/** Settings in the order in which its screen asks for them. */
	asks: choices({
		label: 'Its screen asks for',
		options: [
			'chemistry',
			'task',
			'cells',
			'capacity',
			'currentA',
			'endVoltageV',
			'balance',
			'dischargeA',
			'dischargeEndV',
			'deltaV',
			'trickleA',
			'order',
			'cycles',
			'restMin',
			'safetyTimerMin',
			'capacityLimitAh',
			'temperatureLimitDegC'
		],
		least: 0,
		start: ['chemistry', 'task', 'cells', 'currentA']
	}),
	held: parts(HELD_SETTING, { label: 'Settings it keeps by itself', least: 0, most: 60, start: [] }),
	/** Memory slots it has; 0 for none. */
	slots: figure({
		part: 'habits',
		label: 'Memory slots',
		unit: '',
		min: 0,
		max: 99,
		whole: true,
		start: 0,
		help: '0: it has none'
	}),
	/** Whether it asks for the pack's capacity, and what it does with it. */
	capacityKeyed: choice({
		part: 'habits',
		label: 'Capacity of the pack',
		options: ['not asked', 'a title only', 'sets the current'],
		words: { 'a title only': 'asked, a title only', 'sets the current': 'asked, sets the current' },
		start: 'not asked'
	}),
	/** What is keyed in is lost when it loses power. */
	forgetsAtRestart: flag({
		part: 'habit flags',
		label: 'forgets what was keyed when it loses power',
		start: false
	}),
	/** What it does at the cell check when nobody presses anything. */
	atCheck: choice({
		part: 'habits',
		label: 'At the cell check it',
		options: ['waits', 'starts by itself', 'cancels by itself'],
		start: 'waits'
	}),
	/** What it guards against by itself. */
	protections: choices({
		label: 'It guards against',
		options: ['reversed polarity', 'cell count', 'over-voltage', 'under-voltage', 'timer', 'temperature'],
		least: 0,
		start: ['reversed polarity', 'cell count', 'over-voltage']
	}),
	/** Price, in whatever money; null when not known. */
	price: figure({
		part: 'habits',
		label: 'Price',
		unit: '',
		min: 0.01,
		max: 1e6,
		optional: true,
		start: null,
		help: 'to compare watts'
	}),
	/** Where it stands, in the person's own words: two places mean a walk. */
	standsAt: text({ part: 'habits', label: 'Stands', least: 0, most: 40, start: '', help: 'shed, garage' }),
	notes: text({ label: 'Notes', least: 0, most: 4000, lines: true, start: '' })
} as const;

type ChargerFields = ValuesOf<typeof CHARGER>;
export type ChargerInput = ChargerFields & { channels: ChannelFields[] };
export type Charger = ChargerFields & { id: string; channels: Channel[] };
/**
 * The places at which chargers stand, each once; two spellings are one place, and those of which
 * nobody said it are at one.
 */
export const placesOf = (chargers: readonly Pick<Charger, 'standsAt'>[]): string[] => [
	...new Set(chargers.map(placeOf))
];
export const placeOf = ({ standsAt }: Pick<Charger, 'standsAt'>): string => standsAt.trim().toLowerCase();

/** What a charger's screen may ask for. */
export type Ask = Charger['asks'][number];
export type Protection = Charger['protections'][number];

/** Most channels of one charger. */
export const MOST_CHANNELS = 8;

/**
 * The held settings that bear on one channel: the charger's, the channel's own, and those kept
 * per memory slot.
 */
export function heldFor(charger: Pick<Charger, 'held'>, channelId: string): HeldSetting[] {
	return charger.held.filter((s) => s.scope !== 'channel' || s.channelId === channelId);
}

/**
 * The setting of this kind that bears on a task with a chemistry on a channel: the one kept for
 * that task before the one kept for all tasks, and of those the one kept for that chemistry
 * before the one kept for all.
 */
export function heldOf(
	charger: Pick<Charger, 'held'>,
	channelId: string,
	kind: HeldSetting['kind'],
	task: TaskId,
	chemistry: string
): HeldSetting | null {
	const bearing = heldFor(charger, channelId).filter(
		(s) =>
			s.kind === kind &&
			(s.task === null || s.task === task) &&
			(s.chemistry === null || s.chemistry === chemistry)
	);
	const nearness = (s: HeldSetting) => (s.task !== null ? 2 : 0) + (s.chemistry !== null ? 1 : 0);
	return bearing.sort((a, b) => nearness(b) - nearness(a))[0] ?? null;
}

/** What a channel says about one chemistry; null when it has no program for it. */
export function entryFor(channel: Pick<Channel, 'chemistries'>, chemistryId: string) {
	return channel.chemistries.find((c) => c.chemistry === chemistryId) ?? null;
}

/** The name of a channel: "Basin Four, channel 2"; a charger with one channel is its own name. */
export const channelNameOf = (
	charger: Pick<Charger, 'name' | 'channels'>,
	channel: Pick<Channel, 'label'>
): string => (charger.channels.length > 1 ? `${charger.name}, channel ${channel.label}` : charger.name);

/**
 * A channel with the place where it stands, for whoever walks to it: "Basin Four, channel 2,
 * garage".
 */
export const channelPlaceOf = (
	charger: Pick<Charger, 'name' | 'channels' | 'standsAt'>,
	channel: Pick<Channel, 'label'>,
	chargers: readonly Pick<Charger, 'standsAt'>[]
): string => {
	const name = channelNameOf(charger, channel);
	const place = charger.standsAt.trim();
	return place && placesOf(chargers).length > 1 ? `${name}, ${place}` : name;
};
