/** The demo harbour as a data file, made once for as many tests as need it. */
import { keptFile } from './kept-file';

/** Its readings were taken some minutes before it was made, and must not have grown old. */
const FRESH_MS = 30 * 60e3;

/** Puts a copy of the demo data in `file`: as of some minutes ago at most, or as of `atMs`. */
export const demoFile = (file: string, atMs?: number): Promise<void> =>
	keptFile(
		file,
		{
			name: 'demo',
			madeFrom: ['demo', 'core', 'src/lib/server'],
			as: String(atMs ?? 'now'),
			freshMs: atMs === undefined ? FRESH_MS : undefined
		},
		async (db) => (await import('../../demo/load')).loadDemo(db, atMs ?? Date.now())
	);
