/** A database of its own for a test, in a folder that is removed with it. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase, type Database } from '../../src/lib/server/db/connect';
import { createCharger } from '../../src/lib/server/services/chargers/chargers';
import { aCharger } from './bench-chargers';
import { keptFile } from './kept-file';

/** A new folder; `remove` takes it away with all that is in it. */
export function aFolder(name = 'data'): { dir: string; remove: () => void } {
	const dir = mkdtempSync(join(tmpdir(), `${name}-`));
	return { dir, remove: () => rmSync(dir, { recursive: true, force: true, maxRetries: 5 }) };
}

/** Puts an empty database, migrated, in `file`. */
export const emptyFile = (file: string): Promise<void> =>
	keptFile(file, { name: 'empty', madeFrom: ['src/lib/server/db'] }, async () => undefined);

/** An empty database, migrated, or what `fill` puts in its file; `close` also removes it. */
export async function aDatabase(fill: (file: string) => Promise<void> = emptyFile): Promise<Database> {
	const { dir, remove } = aFolder();
	const file = join(dir, 'test.sqlite');
	await fill(file);
	const db = await openDatabase(file);
	return {
		...db,
		close: async () => {
			await db.close();
			remove();
		}
	};
}

/** Puts a charger on its bench: it and its first channel. */
export async function chargerIn(
	db: Database,
	name = 'Quay'
): Promise<{ chargerId: string; channelId: string }> {
	const { id: _id, ...description } = aCharger();
	const made = await createCharger(db, {
		...{ ...description, name },
		channels: description.channels.map(({ id: _channel, ...channel }) => channel)
	});
	if (!made.ok) throw new Error(made.message);
	return { chargerId: made.value.id, channelId: made.value.channels[0].id };
}

/** What a charge of a 3S pack of 2 Ah is set to. */
export const CHARGE_SETTINGS = {
	...{ currentA: 2, endVoltageV: 4.2, cells: 3, balance: true, safetyTimerMin: 150, capacityLimitAh: 2.4 },
	...{ temperatureLimitDegC: null, dischargeA: null, dischargeEndV: null, deltaV: null, trickleA: null },
	...{ restMin: null, cycles: null, order: null }
};
