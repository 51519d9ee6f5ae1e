/**
 * Where the names beside a plot's vertical lines stand, so that none lies over another and as few
 * as can be over a line.
 */

export interface Named {
	/** Where the line stands, px from the left of the plot. */
	x: number;
	text: string;
}

export interface Place {
	/** The name stands right of its line or left of it. */
	side: 'right' | 'left';
	/** Row from the top, 0 the highest. */
	row: number;
}

/** Distance of a name from its line, px. */
export const GAP = 4;
/** Width of a letter of the plot's small print, px: 0.6 of its 11 px. */
export const LETTER = 6.6;
const MOST_ROWS = 6;

/**
 * What speaks against a place, in rows that it is worth going down for: another's line through
 * the name, the left side.
 */
const CROSSED = 1.5;
const LEFT_SIDE = 0.1;
const OUTSIDE = 40;
const OVER_ANOTHER = 100;

/** A place for each name, in the order given; `wide` is the plot's width, px. */
export function placeNames(names: readonly Named[], wide: number): Place[] {
	const taken: { row: number; from: number; to: number }[] = [];
	const places: Place[] = names.map(() => ({ side: 'right', row: 0 }));
	const order = names.map((_, i) => i).sort((a, b) => names[a].x - names[b].x);
	for (const i of order) {
		const { x, text } = names[i];
		const width = text.length * LETTER;
		let least = Infinity;
		for (let row = 0; row < MOST_ROWS; row++)
			for (const side of ['right', 'left'] as const) {
				const from = side === 'right' ? x + GAP : x - GAP - width;
				const to = from + width;
				const crossed = names.filter((n, k) => k !== i && n.x > from - 1 && n.x < to + 1).length;
				const over = taken.some((t) => t.row === row && t.from < to + GAP && t.to > from - GAP);
				const cost =
					row +
					CROSSED * crossed +
					(side === 'left' ? LEFT_SIDE : 0) +
					(from < 0 || to > wide ? OUTSIDE : 0) +
					(over ? OVER_ANOTHER : 0);
				if (cost < least) {
					least = cost;
					places[i] = { side, row };
				}
			}
		const { side, row } = places[i];
		const from = side === 'right' ? x + GAP : x - GAP - width;
		taken.push({ row, from, to: from + width });
	}
	return places;
}
