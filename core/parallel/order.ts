/**
 * In what order packs are joined so that what flows as each one meets the others is least, and
 * what then flows.
 */
import { chemistryOf } from '../chemistry/catalogue';
import { ocvAt, socAt } from '../chemistry/curve';
import { ratedAh } from '../pack/rated';
import { cellVoltages } from '../pack/reading';
import { whyLevel } from '../simulate/joining/level';
import { meet } from '../simulate/joining/meet';
import { meetingOf } from '../simulate/joining/meeting';
import { cellOhms, type Member } from '../simulate/joining/member';
import { joinedModel } from '../simulate/joining/model-of';
import { USUAL_BOARD } from '../simulate/joining/network';

export interface JoinStep {
	/** The pack that is plugged in; the first step has the two that meet first. */
	packIds: string[];
	/** The greatest first current, A, and the greatest rate of any pack that bears it, 1/h. */
	peakA: number;
	peakC: number;
	/** The greatest mean rate of the first minute, 1/h. */
	minuteC: number;
}

export interface JoinOrder {
	order: string[];
	steps: JoinStep[];
	/**
	 * From the last main lead until level, min, and what level means; the most through a balance wire
	 * when those are joined then, A.
	 */
	levelMin: number;
	whyLevel: string;
	balanceA: number;
}

interface Lump {
	ohm: number;
	capacityAh: number;
	soc: number;
}

const total = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

/**
 * The order whose hardest contact is the least hard, exactly: what a joined group does to the
 * next pack depends on who is in it and not on how they came together, once it is level. Two to
 * eight packs.
 */
export function gentlestOrder(members: readonly Member[], leadOhm: number = USUAL_BOARD.leadOhm): number[] {
	const { curve } = chemistryOf(members[0].pack.chemistry);
	const { cells } = members[0].pack;
	const lumps = members.map((m): Lump => ({
		ohm: total(cellOhms(m)) + leadOhm,
		capacityAh: ratedAh(m.pack),
		soc: total(cellVoltages(m.reading, cells).map((v) => socAt(curve, v))) / cells
	}));
	const groupOf = (set: number): Lump => {
		const inside = lumps.filter((_, k) => set & (1 << k));
		const capacityAh = total(inside.map((l) => l.capacityAh));
		return {
			ohm: 1 / total(inside.map((l) => 1 / l.ohm)),
			capacityAh,
			soc: total(inside.map((l) => l.soc * l.capacityAh)) / capacityAh
		};
	};
	/** How hard it is for the one that bears it most when pack `k` meets the group `set`, 1/h. */
	const contact = (set: number, k: number): number => {
		const group = groupOf(set);
		const volts = cells * Math.abs(ocvAt(curve, group.soc) - ocvAt(curve, lumps[k].soc));
		const flow = volts / (group.ohm + lumps[k].ohm);
		const others = lumps.map((l, n) => (set & (1 << n) ? (flow * group.ohm) / l.ohm / l.capacityAh : 0));
		return Math.max(flow / lumps[k].capacityAh, ...others);
	};
	const full = (1 << members.length) - 1;
	// Hardest contact on the way to each set, and among equals the sum of all.
	const best = new Map<number, { hardest: number; sum: number; order: number[] }>();
	lumps.forEach((_, k) => best.set(1 << k, { hardest: 0, sum: 0, order: [k] }));
	for (let set = 1; set <= full; set++) {
		const here = best.get(set);
		if (!here) continue;
		for (let k = 0; k < lumps.length; k++) {
			if (set & (1 << k)) continue;
			const hard = contact(set, k);
			const next = { hardest: Math.max(here.hardest, hard), sum: here.sum + hard, order: [...here.order, k] };
			const known = best.get(set | (1 << k));
			if (
				!known ||
				next.hardest < known.hardest - 1e-12 ||
				(next.hardest < known.hardest + 1e-12 && next.sum < known.sum - 1e-12)
			)
				best.set(set | (1 << k), next);
		}
	}
	return best.get(full)!.order;
}

/**
 * The order, what each contact does to a group that is level, and the one wait after the last:
 * that of packs which all meet at once.
 */
export function joiningOrder(members: readonly Member[]): JoinOrder {
	const order = gentlestOrder(members);
	const steps: JoinStep[] = [];
	let soc: number[][] = [];
	for (let n = 2; n <= order.length; n++) {
		const inside = order.slice(0, n).map((k) => members[k]);
		const model = joinedModel(inside);
		const packs = model.packs.map((p, k) => ({ ...p, soc: soc[k] ?? p.soc }));
		const capacity = inside.map((m) => ratedAh(m.pack));
		const met = meet({ ...model, packs });
		const rate = (flows: readonly number[]) => Math.max(...flows.map((a, k) => Math.abs(a) / capacity[k]));
		steps.push({
			packIds: (n === 2 ? inside : inside.slice(-1)).map((m) => m.pack.id),
			peakA: Math.max(...met.peakA.map(Math.abs)),
			peakC: rate(met.peakA),
			minuteC: rate(met.minuteMeanA)
		});
		soc = met.soc;
	}
	const { settling, balanceAfterA } = meetingOf(members);
	return {
		order: order.map((k) => members[k].pack.id),
		steps,
		levelMin: settling.levelMin,
		whyLevel: whyLevel(settling),
		balanceA: balanceAfterA
	};
}
