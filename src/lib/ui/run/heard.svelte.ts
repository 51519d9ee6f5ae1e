/**
 * What a page has heard of a run since it was loaded, and how it goes on from what was kept
 * before.
 */
import type { LiveValues } from '$lib/server/services/runs/live';

/** A run's columns as its charts draw them; of each cell a column of its own. */
export interface Heard {
	timeS: number[];
	packV: number[];
	currentA: number[];
	chargeAh: number[];
	cellV: number[][];
}

/** More points than a screen has columns; a run may last for days. */
const MOST = 1200;
const COLUMNS = ['timeS', 'packV', 'currentA', 'chargeAh'] as const;

const nothing = (): Heard => ({ timeS: [], packV: [], currentA: [], chargeAh: [], cellV: [] });

/** The same columns with only the samples that `keep` says. */
const only = (of: Heard, keep: (k: number) => boolean): Heard => {
	const out = nothing();
	for (const name of COLUMNS) out[name] = of[name].filter((_, k) => keep(k));
	out.cellV = of.cellV.map((column) => column.filter((_, k) => keep(k)));
	return out;
};

export class HeardCourse {
	private heard = $state.raw<Heard>(nothing());

	/**
	 * Takes a sample; one that is not later than the last is passed over. Over {@link MOST} samples
	 * every other is let go.
	 */
	add(v: LiveValues): void {
		if (v.timeS <= (this.heard.timeS.at(-1) ?? -1)) return;
		const before =
			this.heard.timeS.length >= MOST ? only(this.heard, (k) => k % 2 === 0) : only(this.heard, () => true);
		for (const name of COLUMNS) before[name].push(v[name]);
		const cells = Math.max(before.cellV.length, v.cellV.length);
		before.cellV = Array.from({ length: cells }, (_, i) => [
			...(before.cellV[i] ?? new Array<number>(before.timeS.length - 1).fill(NaN)),
			v.cellV[i] ?? NaN
		]);
		this.heard = before;
	}

	/** `kept` and, behind it, what was heard after its last sample. */
	after(kept: Heard): Heard {
		const last = kept.timeS.at(-1) ?? -1;
		const tail = only(this.heard, (k) => this.heard.timeS[k] > last);
		const out = nothing();
		for (const name of COLUMNS) out[name] = [...kept[name], ...tail[name]];
		const cells = Math.max(kept.cellV.length, tail.cellV.length);
		const column = (of: Heard, i: number) => of.cellV[i] ?? new Array<number>(of.timeS.length).fill(NaN);
		out.cellV = Array.from({ length: cells }, (_, i) => [...column(kept, i), ...column(tail, i)]);
		return out;
	}
}
