/**
 * What happens when packs are joined at a board, until they are level: with leads, contacts, and
 * balance leads or without.
 */
import { JoinedPacks, type JoinedModel } from './joined-packs';

export interface Met {
	/** First current of each pack, A; positive flows in. */
	peakA: number[];
	/** Mean current over the first minute, A. */
	minuteMeanA: number[];
	/** The greatest first current through a wire of a balance lead, A. */
	balanceA: number;
	/** Charge into each pack until they are level, Ah. */
	movedAh: number[];
	/** Heat that it makes in packs and leads in the first minute, J. */
	minuteHeatJ: number;
	/** Until no pack takes or gives more than `levelShare` of the greatest first current, s. */
	levelS: number;
	/** Rest volts of each cell then, and its state of charge; a row for each pack. */
	restV: number[][];
	soc: number[][];
}

const MINUTE_S = 60;
const LONGEST_S = 4 * 3600;

/**
 * Joins them all at once. `levelShare`: of the greatest first current, below which they count as
 * level.
 */
export function meet(model: JoinedModel, levelShare = 0.05): Met {
	const packs = new JoinedPacks(model);
	const peakA = packs.packA(packs.cellA(0));
	const balanceA = packs.balanceA(0);
	const level = levelShare * Math.max(...peakA.map(Math.abs));
	const minuteAs = peakA.map(() => 0);
	let minuteHeatJ = 0;
	let levelS = 0;
	while (packs.timeS < LONGEST_S) {
		const first = packs.timeS < MINUTE_S;
		const dtS = first ? 0.5 : 2;
		const emf = packs.emfV();
		const before = packs.packA(packs.cellA(0));
		const cellA = packs.step(dtS, 0);
		const amps = packs.packA(cellA);
		if (first) {
			amps.forEach((a, k) => (minuteAs[k] += a * dtS));
			// What the giving cells lose and the taking ones do not get.
			minuteHeatJ -= cellA.reduce((sum, a, n) => sum + a * emf[n] * dtS, 0);
		}
		const flow = Math.max(...packs.packA(packs.cellA(0)).map(Math.abs));
		const flowed = Math.max(...before.map(Math.abs));
		if (flowed > level)
			// The moment within the step at which it falls below, in a straight line.
			levelS =
				packs.timeS - dtS + (flow > level ? dtS : (dtS * (flowed - level)) / Math.max(1e-12, flowed - flow));
		else if (packs.timeS > MINUTE_S) break;
	}
	return {
		peakA,
		minuteMeanA: minuteAs.map((as) => as / MINUTE_S),
		balanceA,
		movedAh: [...packs.movedAh],
		minuteHeatJ,
		levelS,
		restV: packs.restV(),
		soc: packs.charge()
	};
}
