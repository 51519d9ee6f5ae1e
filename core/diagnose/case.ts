/** A case: what showed, what was answered, and how it came out. */
import { CHECK_EVIDENCE } from '../log/check-evidence';
import { choice, figure, moment, parts, reference, text, type ValuesOf } from '../quantity/field';
import { SURENESS } from './infer';
import { SYMPTOM_IDS } from './symptom';

export const CASE_ANSWER = {
	clue: text({ label: 'Look', least: 1, most: 40 }),
	answer: text({ label: 'Answer', least: 1, most: 80 }),
	sure: choice({ label: 'How sure', options: SURENESS, start: 'sure' })
} as const;

const noneYet = { optional: true, start: null } as const;

/**
 * What the charger's screen shows where no run is on record: as much of it as somebody reads off.
 */
export const SCREEN = {
	/** As it is set there: without it no current is too small. */
	setA: figure({ label: 'Amps that are set', unit: 'A', min: 0.01, max: 300, ...noneYet }),
	countRead: CHECK_EVIDENCE.countRead,
	cellsV: CHECK_EVIDENCE.cellsV,
	mainV: CHECK_EVIDENCE.mainV,
	currentA: figure({ label: 'Amps it gives', unit: 'A', min: 0, max: 300, ...noneYet }),
	minutes: figure({ label: 'Minutes', unit: 'min', min: 0, max: 10000, ...noneYet }),
	chargeAh: figure({ label: 'Charge', unit: 'mAh', per: 1000, min: 0, max: 1000, ...noneYet })
} as const;
export type Screen = ValuesOf<typeof SCREEN>;

export const CASE = {
	/** What is known of it fills itself in from these; each may be unknown. */
	runId: reference({ label: 'Run', most: 64, optional: true, start: null }),
	packId: reference({ label: 'Pack', most: 64, optional: true, start: null }),
	chargerId: reference({ label: 'Charger', most: 64, optional: true, start: null }),
	channelId: reference({ label: 'Channel', most: 64, optional: true, start: null }),
	family: choice({ label: 'Chemistry', options: ['lithium', 'nickel', 'lead'], start: 'lithium' }),
	symptom: choice({ label: 'What shows', options: SYMPTOM_IDS, open: true, wrong: 'Choose what shows.' }),
	/** The charger's own words, as they were typed. */
	message: text({ label: 'Its words', least: 0, most: 200, start: '' }),
	screen: parts(SCREEN, { label: 'Its screen', least: 0, most: 1, start: [] }),
	answers: parts(CASE_ANSWER, { label: 'Answers', least: 0, most: 60, start: [] }),
	/** Looks that nobody can make. */
	skipped: parts({ clue: CASE_ANSWER.clue } as const, {
		label: 'Cannot tell',
		least: 0,
		most: 60,
		start: []
	}),
	openedAt: moment({ label: 'Opened' }),
	closedAt: moment({ label: 'Closed', optional: true }),
	/** What it turned out to be; null while it is open, or where nobody found out. */
	confirmed: text({ label: 'It was', least: 1, most: 60, optional: true, start: null }),
	notes: text({ label: 'Notes', least: 0, most: 2000, lines: true, start: '' })
} as const;
export type Case = ValuesOf<typeof CASE> & { id: string };

/** A charger's own message and what it means; it belongs to that charger. */
export const TAUGHT = {
	chargerId: reference({ label: 'Charger', most: 64 }),
	message: text({ label: 'Its words', least: 2, most: 200, missing: 'Type what it says.' }),
	symptom: CASE.symptom
} as const;
