/** What each channel puts out now: measured where there is a link, the program's greatest where there is none. */
import type { ProgramSettings } from '$core/program/settings';
import type { Database } from '../db/connect';
import { live } from './live';

/** Output power of every channel of a charger with a run going on, W, by channel id. */
export async function channelOutputs(db: Database, chargerId: string): Promise<Map<string, number>> {
	const rows = await db.models.Run.findAll({ where: { chargerId, status: 'running' } });
	return new Map(
		rows.map((row) => {
			const settings = row.get('settings') as ProgramSettings;
			const now = live.get(row.get('id') as string);
			// What a run takes out of a pack is no output; a task that only discharges never has one.
			const takesOut = row.get('task') === 'discharge';
			const powerW = now
				? Math.max(0, now.packV * now.currentA)
				: takesOut
					? 0
					: settings.currentA * settings.cells * settings.endVoltageV;
			return [row.get('channelId') as string, powerW];
		})
	);
}
