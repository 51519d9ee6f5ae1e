/** What a person should do now, and what every channel is at: for the Today place and the dock. */
import type { Charger } from '$core/charger/charger';
import type { Run } from '$core/log/run';
import type { Pack } from '$core/pack/pack';
import type { Store } from '../../db/connect';
import { toPack } from '../../db/map';
import { listChargers } from '../chargers/chargers';
import { live, type LiveValues } from '../runs/live';
import { openRuns } from '../runs/open-runs';

export interface ChannelState {
	chargerId: string;
	chargerName: string;
	channelId: string;
	channelLabel: string;
	/** The only channel of its charger needs no label. */
	single: boolean;
	powerW: number;
	run: Run | null;
	pack: Pack | null;
	/** Packs joined with it. */
	joined: number;
	live: LiveValues | null;
}

/** Every channel of every charger with the run that is on it. */
export async function channelStates(db: Store, chargers?: Charger[]): Promise<ChannelState[]> {
	const bench = chargers ?? (await listChargers(db));
	const runs = await openRuns(db);
	const packRows = runs.length
		? await db.models.Pack.findAll({
				where: { id: runs.flatMap((r) => [r.packId, ...r.joined]) },
				paranoid: false
			})
		: [];
	const packs = new Map(packRows.map((row) => [row.get('id'), toPack(row)]));
	return bench.flatMap((charger) =>
		charger.channels.map((channel) => {
			const run = runs.find((r) => r.channelId === channel.id) ?? null;
			return {
				chargerId: charger.id,
				chargerName: charger.name,
				channelId: channel.id,
				channelLabel: channel.label,
				single: charger.channels.length === 1,
				powerW: channel.powerW,
				run,
				pack: run ? (packs.get(run.packId) ?? null) : null,
				joined: run ? run.joined.length : 0,
				live: run ? (live.get(run.id) ?? null) : null
			};
		})
	);
}
