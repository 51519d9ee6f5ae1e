/** A case: what showed, what was answered, and how it came out. */
import { choice, moment, parts, reference, text, type ValuesOf } from '../quantity/field';
import { SURENESS } from './infer';
import { SYMPTOM_IDS } from './symptom';

export const CASE_ANSWER = {
	clue: text({ label: 'Look', least: 1, most: 40 }),
	answer: text({ label: 'Answer', least: 1, most: 80 }),
	sure: choice({ label: 'How sure', options: SURENESS, start: 'sure' })
} as const;

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
