/** What was seen on a run over a link and said. */
import { choice, figure, flag, text, type ValuesOf } from '../quantity/field';

export const WATCH_RULES = [
	'limit',
	'cell falls',
	'cells part',
	'current rises',
	'plug',
	'starved',
	'warm',
	'overdue'
] as const;
export type WatchRule = (typeof WATCH_RULES)[number];

export const WATCHED = {
	rule: choice({ label: 'Rule', options: WATCH_RULES, open: true }),
	severity: choice({ label: 'How grave', options: ['warn', 'stop'] }),
	/** Whole sentences with figures. */
	sentence: text({ label: 'Seen', least: 1, most: 1000 }),
	/** When it was seen, s from the start. */
	timeS: figure({ label: 'After', unit: 's', min: 0, max: 1e8 })
} as const;
/** What the eyes say. */
export type Watched = Omit<ValuesOf<typeof WATCHED>, 'rule'> & { rule: WatchRule };

/** What is kept of it: whether the charger was told to stop. */
export const KEPT_WATCHED = { ...WATCHED, stopped: flag({ label: 'Stopped by it', start: false }) } as const;
export type KeptWatched = ValuesOf<typeof KEPT_WATCHED> & { id: string };
