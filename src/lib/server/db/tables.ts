/**
 * What is kept, table by table: the fields that core describes, and what only the store knows.
 * Models, rows and their mapping are made from this; the tables themselves are made by
 * migrations, which are frozen, and a test compares the two.
 */
import { CHANNEL, CHARGER } from '$core/charger/charger';
import { HELD_SETTING } from '$core/charger/setting';
import { SUPPLY } from '$core/charger/supply';
import { ALARM_ANSWER } from '$core/follow/alarms';
import { CASE, TAUGHT } from '$core/diagnose/case';
import { DRILL_RESULT } from '$core/diagnose/drill-result';
import { KEPT_WATCHED } from '$core/follow/watched';
import { START_CHECK } from '$core/log/check-evidence';
import { CORRECTION } from '$core/log/correction';
import { LOOK } from '$core/log/look';
import { RUN } from '$core/log/run';
import { PACK } from '$core/pack/pack';
import { OBSERVATION } from '$core/pack/observation';
import { USE } from '$core/pack/use';
import { READING } from '$core/pack/reading';
import { PLAN } from '$core/plan/plan';
import { layer, choice, figure, reference, text, type Fields } from '$core/quantity/field';
import { SETTINGS } from '$core/request/settings';

const { held: _held, ...charger } = CHARGER;
const { channelId: _channelId, ...held } = HELD_SETTING;

const id = (label: string) => reference({ label, most: 64 });
const position = figure({ label: 'Place', unit: '', min: 0, max: 1000, whole: true });

/** A kept program: what was asked, what was computed, and the name and version it is kept under. */
const program = {
	packId: RUN.packId,
	joined: RUN.joined,
	chargerId: RUN.chargerId,
	channelId: RUN.channelId,
	task: RUN.task,
	purpose: RUN.purpose,
	settings: RUN.settings,
	overrides: layer(SETTINGS, { label: 'Set by hand' }),
	practice: PACK.practice,
	name: text({ label: 'Name', least: 1, most: 80, optional: true }),
	version: figure({ label: 'Version', unit: '', min: 1, max: 1e6, whole: true, optional: true }),
	verdict: choice({ label: 'Verdict', options: ['clear', 'check', 'stop'] })
} as const;

export const TABLES = {
	Pack: { name: 'packs', fields: PACK, keepsDeleted: true },
	Reading: { name: 'readings', fields: { packId: id('Pack'), ...READING }, keepsDeleted: true },
	Supply: { name: 'supplies', fields: SUPPLY, keepsDeleted: true },
	Charger: { name: 'chargers', fields: charger, keepsDeleted: true },
	Channel: {
		name: 'channels',
		fields: { chargerId: id('Charger'), position, ...CHANNEL },
		keepsDeleted: true
	},
	HeldSetting: {
		name: 'held_settings',
		fields: { chargerId: id('Charger'), channelId: HELD_SETTING.channelId, position, ...held },
		keepsDeleted: false
	},
	Program: { name: 'programs', fields: program, keepsDeleted: false },
	MemorySlot: {
		name: 'memory_slots',
		fields: {
			chargerId: id('Charger'),
			slot: figure({ label: 'Slot', unit: '', min: 1, max: 99, whole: true }),
			programId: id('Program')
		},
		keepsDeleted: false
	},
	Run: { name: 'runs', fields: RUN, keepsDeleted: true },
	Look: { name: 'looks', fields: { runId: id('Run'), ...LOOK }, keepsDeleted: true },
	Use: { name: 'uses', fields: { packId: id('Pack'), ...USE }, keepsDeleted: true },
	Observation: {
		name: 'observations',
		fields: {
			packId: id('Pack'),
			...OBSERVATION,
			conditionBefore: { ...PACK.condition, label: 'Condition before' }
		},
		keepsDeleted: true
	},
	Watched: { name: 'watched', fields: { runId: id('Run'), ...KEPT_WATCHED }, keepsDeleted: false },
	Case: { name: 'cases', fields: CASE, keepsDeleted: true },
	DrillResult: { name: 'drill_results', fields: DRILL_RESULT, keepsDeleted: false },
	Taught: { name: 'taught_messages', fields: TAUGHT, keepsDeleted: false },
	StartCheck: { name: 'start_checks', fields: START_CHECK, keepsDeleted: false },
	Correction: { name: 'corrections', fields: { runId: id('Run'), ...CORRECTION }, keepsDeleted: false },
	AlarmAnswer: { name: 'alarm_answers', fields: { runId: id('Run'), ...ALARM_ANSWER }, keepsDeleted: false },
	Plan: { name: 'plans', fields: PLAN, keepsDeleted: true }
} as const satisfies Record<string, { name: string; fields: Fields; keepsDeleted: boolean }>;
export type TableName = keyof typeof TABLES;
