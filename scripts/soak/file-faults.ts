import { OPEN_READONLY, withHandle } from '../../src/lib/server/db/sqlite';

/** Faults that SQLite finds in a data file, and references that lead nowhere. */
export const faultsIn = (file: string): Promise<number> =>
	withHandle(file, OPEN_READONLY, async (handle) => {
		const whole = await handle.all<{ integrity_check: string }>('PRAGMA integrity_check');
		const loose = await handle.all('PRAGMA foreign_key_check');
		return whole.filter((row) => row.integrity_check !== 'ok').length + loose.length;
	});
