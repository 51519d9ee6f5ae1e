/**
 * Channels and boards as places for a pile: what each gives packs of this kind, and which board
 * goes to which channel.
 */
import { chemistryOf } from '../chemistry/catalogue';
import { channelNameOf, type Channel, type Charger } from '../charger/charger';
import type { Inventory, ParallelBoard } from '../charger/inventory';
import type { Place } from './schedule';

export interface BenchChannel {
	charger: Charger;
	channel: Channel;
	/** When the run on it is expected to end, min from now; 0 when it is free. */
	freeInMin: number;
}

export interface BenchPlace extends Place {
	chargerId: string;
	/** "Pier Two, channel A". */
	name: string;
	board: string | null;
}

/**
 * Who keeps no list of boards is taken to have one of the usual size (common practice, no
 * source).
 */
const USUAL_PLACES = 6;

/**
 * The most current that a channel gives packs of `cells` at their full volts, beside the
 * charger's other channels, A.
 */
function mostOf({ charger, channel }: BenchChannel, fullV: number, beside: number): number {
	const watts =
		charger.sharedPowerW === null ? channel.powerW : Math.min(channel.powerW, charger.sharedPowerW / beside);
	return Math.min(channel.maxCurrentA, watts / fullV);
}

/**
 * The places for packs of a kind. The largest board goes to the channel that gives most, and so
 * on; what has no board takes one pack. `assumed`: no list of boards is kept, so one of six
 * places is taken to be there.
 */
export function placesFor(
	kind: { chemistry: Charger['channels'][number]['chemistries'][number]['chemistry']; cells: number },
	bench: readonly BenchChannel[],
	boards: Inventory['parallelBoards']
): { places: BenchPlace[]; assumed: boolean } {
	const { voltages } = chemistryOf(kind.chemistry);
	const fullV = kind.cells * voltages.chargeEndV;
	const able = bench.filter(({ channel }) =>
		channel.chemistries.some(
			(e) => e.chemistry === kind.chemistry && kind.cells >= e.minCells && kind.cells <= e.maxCells
		)
	);
	const besides = (id: string) => able.filter((b) => b.charger.id === id).length;
	const assumed = boards.length === 0;
	const stock: Pick<ParallelBoard, 'name' | 'places' | 'currentA'>[] = assumed
		? [{ name: 'a board', places: USUAL_PLACES, currentA: Infinity }]
		: boards.filter((b) => b.cells >= kind.cells).sort((a, b) => b.places - a.places);
	const places = able
		.map((b) => ({ ...b, most: mostOf(b, fullV, besides(b.charger.id)) }))
		.sort((a, b) => b.most - a.most)
		.map(({ charger, channel, freeInMin, most }, n): BenchPlace => {
			const board = stock[n] ?? null;
			return {
				chargerId: charger.id,
				channelId: channel.id,
				name: channelNameOf(charger, channel),
				places: board?.places ?? 1,
				board: board?.name ?? null,
				mostA: Math.min(most, board?.currentA ?? Infinity),
				freeInMin
			};
		});
	return { places, assumed };
}

/**
 * The board at a channel for packs of this kind, if it has room for so many; null
 * where it has none, or no list of boards is kept.
 */
export function boardAt(
	channelId: string,
	packs: number,
	kind: Parameters<typeof placesFor>[0],
	bench: readonly Omit<BenchChannel, 'freeInMin'>[],
	boards: Inventory['parallelBoards']
): ParallelBoard | null {
	const idle = bench.map((b) => ({ ...b, freeInMin: 0 }));
	const place = placesFor(kind, idle, boards).places.find((p) => p.channelId === channelId);
	return (
		boards.find((b) => b.name === place?.board && b.places === place.places && b.places >= packs) ?? null
	);
}
