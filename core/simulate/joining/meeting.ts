/**
 * What flows when packs are joined in parallel, before any charger does anything: at each cell
 * position the packs' volts meet at one node, V = Σ(E/R) / Σ(1/R), and each pack takes (V − E) /
 * R. Then charge flows until all stand alike.
 */
import { chemistryOf } from '../../chemistry/catalogue';
import { ocvAt, socAt } from '../../chemistry/curve';
import { cellVoltages } from '../../pack/reading';
import { cellOhms, type Member } from './member';
import { networkOf, OPEN_OHM, USUAL_BOARD } from './network';
import { meetAtNode } from './node';
import { settle, type Settling } from './settling';

export interface Position {
	/** Volts between the highest and the lowest pack at this cell position, V. */
	apartV: number;
	/** First current into each pack, A; negative flows out. */
	firstA: number[];
	/** Where all of them settle, V at rest. */
	settledV: number;
}

export interface Meeting {
	/** Bottom cell first. */
	positions: Position[];
	/**
	 * What it does over time, by the resistances as known or usual, and what it does at least and at
	 * most by how well they are known.
	 */
	settling: Settling;
	range: { low: Settling; high: Settling };
	/** First current into each pack through the main leads alone, A. */
	mainA: number[];
	/** Charge that has flowed into each pack when they have settled, Ah; negative flowed out. */
	movedAh: number[];
	/**
	 * The greatest current through a balance contact, A: when the balance leads touch first, and
	 * when the main leads are level.
	 */
	balanceFirstA: number;
	balanceAfterA: number;
	/**
	 * The greatest first current of all, as a rate of the pack that bears it, 1/h, and which pack
	 * and cell that is.
	 */
	peakC: number;
	peakPack: string;
	peakCell: number;
}

const total = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);

/**
 * Resistance may be this many times as great, or as small: measured, and usual for its kind
 * (common practice, no source).
 */
const KNOWN_OHM = 1.1;
const USUAL_OHM = 1.35;

/**
 * The greatest current through a balance contact, before the main leads are joined and after they
 * have made the sums alike. The wire between two cells carries what both exchange.
 */
function balanceContacts(volts: readonly number[][], ohms: readonly number[][]) {
	if (volts[0].length < 2) return { balanceFirstA: 0, balanceAfterA: 0 };
	const mean = volts.map((v) => total(v) / v.length);
	const greatest = (leadOhm: number, emfV: readonly number[]) =>
		Math.max(
			...networkOf(ohms, { ...USUAL_BOARD, leadOhm })
				.balanceA(emfV, 0)
				.flat()
				.map(Math.abs)
		);
	return {
		balanceFirstA: greatest(OPEN_OHM, volts.flat()),
		balanceAfterA: greatest(
			USUAL_BOARD.leadOhm,
			volts.flatMap((v, k) => v.map((one) => one - mean[k] + mean[0]))
		)
	};
}

/**
 * What flows when these packs meet. They must have one chemistry and one cell count; at least two
 * of them.
 */
export function meetingOf(members: readonly Member[]): Meeting {
	const { curve } = chemistryOf(members[0].pack.chemistry);
	const { cells } = members[0].pack;
	const volts = members.map((m) => cellVoltages(m.reading, cells));
	const ohms = members.map(cellOhms);
	const capacities = members.map((m) => m.pack.measuredCapacityAh ?? m.pack.capacityAh);
	const movedAh = members.map(() => 0);
	const positions = Array.from({ length: cells }, (_, i): Position => {
		const emf = volts.map((v) => v[i]);
		const socs = emf.map((v) => socAt(curve, v));
		const settled = total(socs.map((s, k) => s * capacities[k])) / total(capacities);
		socs.forEach((s, k) => (movedAh[k] += ((settled - s) * capacities[k]) / cells));
		return {
			apartV: Math.max(...emf) - Math.min(...emf),
			firstA: meetAtNode(
				emf,
				ohms.map((r) => r[i])
			),
			settledV: ocvAt(curve, settled)
		};
	});
	const mainA = meetAtNode(volts.map(total), ohms.map(total));
	const peak = { peakC: 0, peakPack: members[0].pack.name, peakCell: 1 };
	members.forEach(({ pack }, k) =>
		positions.forEach((p, i) => {
			const rate = Math.max(Math.abs(p.firstA[k]), Math.abs(mainA[k])) / pack.capacityAh;
			if (rate > peak.peakC) Object.assign(peak, { peakC: rate, peakPack: pack.name, peakCell: i + 1 });
		})
	);
	const known = members.every((m) => m.reading.cellResistancesOhm?.length === cells);
	const factor = known ? KNOWN_OHM : USUAL_OHM;
	return {
		settling: settle(members),
		range: { low: settle(members, factor), high: settle(members, 1 / factor) },
		positions,
		mainA,
		movedAh,
		...balanceContacts(volts, ohms),
		...peak
	};
}
