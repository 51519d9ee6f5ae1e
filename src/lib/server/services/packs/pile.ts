/**
 * The packs of one kind as a pile that might charge together, and the channels and boards for
 * them.
 */
import { chemistryOf } from '$core/chemistry/catalogue';
import { cellsLabel } from '$core/pack/pack';
import type { PackState } from '$core/pack-state/pack-state';
import { kindOf, type JoiningState, type PileMember } from '$core/parallel/pile';
import { placesFor, type BenchPlace } from '$core/parallel/places';
import type { Store } from '../../db/connect';
import { listChargers } from '../chargers/chargers';
import { getPreferences } from '../house/preferences';
import { openRuns } from '../runs/open-runs';
import { allPacks } from './packs';
import { joiningReadings } from './joining';
import { packStates } from './pack-states';

export interface Kind {
	id: string;
	/** "LiPo 4S". */
	name: string;
	packs: number;
}

/**
 * The kinds of which there are two packs and more that may be joined at all, the most packs
 * first.
 */
export async function kindsOf(db: Store): Promise<Kind[]> {
	const kinds = new Map<string, Kind>();
	for (const pack of await allPacks(db)) {
		const chemistry = chemistryOf(pack.chemistry);
		if (!chemistry.traits.mayJoin) continue;
		const id = kindOf(pack);
		const known = kinds.get(id) ?? {
			id,
			name: `${chemistry.name} ${cellsLabel({ ...pack, parallel: 1 })}`,
			packs: 0
		};
		kinds.set(id, { ...known, packs: known.packs + 1 });
	}
	return [...kinds.values()]
		.filter((k) => k.packs > 1)
		.sort((a, b) => b.packs - a.packs || (a.name < b.name ? -1 : 1));
}

/** What a page needs of a state to sort its pack. */
const joiningStateOf = (state: PackState): JoiningState => {
	const { condition, warmth, claim, endInDanger, judged, restV, contradictions, how } = state;
	return { condition, warmth, claim, endInDanger, judged, restV, contradictions, how };
};

/** The pile of a kind with what each pack reads where it is to be joined. */
export async function pileOf(db: Store, kind: string, now: string): Promise<PileMember[]> {
	const packs = (await allPacks(db)).filter((p) => kindOf(p) === kind);
	const busy = new Set((await openRuns(db)).flatMap((r) => [r.packId, ...r.joined]));
	const states = await packStates(db, packs, now);
	const readings = await joiningReadings(db, packs, states, now);
	return packs.map((pack) => ({
		pack,
		reading: readings.get(pack.id) ?? null,
		busy: busy.has(pack.id),
		state: joiningStateOf(states.get(pack.id)!)
	}));
}

/**
 * Where packs of this kind may charge: every channel that takes them, with the board that goes
 * there.
 */
export async function placesOf(
	db: Store,
	kind: PileMember['pack'],
	now: string
): Promise<{ places: BenchPlace[]; assumed: boolean }> {
	const [chargers, runs, { inventory }] = await Promise.all([
		listChargers(db),
		openRuns(db),
		getPreferences(db)
	]);
	const bench = chargers.flatMap((charger) =>
		charger.channels.map((channel) => {
			const run = runs.find((r) => r.channelId === channel.id);
			const since = run ? (Date.parse(now) - Date.parse(run.startedAt)) / 60e3 : 0;
			// A run whose end nobody knows holds its channel for as long as it has taken already.
			return { charger, channel, freeInMin: run ? Math.max(1, (run.expectedMin ?? 2 * since) - since) : 0 };
		})
	);
	return placesFor(kind, bench, inventory.parallelBoards);
}
