/**
 * What the charge of a group does to each of its packs, and what may go wrong in it that the
 * charger does not see.
 */
import { chemistryOf } from '../chemistry/catalogue';
import { ocvAt } from '../chemistry/curve';
import type { Pack } from '../pack/pack';
import { ratedAh } from '../pack/rated';
import { chargeJoined, type GroupControl } from '../simulate/joining/group-charge';
import { meet } from '../simulate/joining/meet';
import type { Member } from '../simulate/joining/member';
import { joinedModel } from '../simulate/joining/model-of';
import { networkOf, OPEN_OHM, USUAL_BOARD } from '../simulate/joining/network';

export interface MemberShare {
	pack: Pack;
	/** Charge that it takes, Ah, and the share of the whole. */
	chargeAh: number;
	share: number;
	/**
	 * The greatest rate that it sees, 1/h of its own capacity, and for how long it sees over 1.05
	 * times what all see in the mean, min.
	 */
	mostC: number;
	aboveMeanMin: number;
}

export interface GroupShares {
	members: MemberShare[];
	/** The one that is treated worst: the greatest rate for what its label allows. */
	worst: MemberShare;
	/** Rate of the whole, 1/h. */
	meanC: number;
	trace: { timeS: number[]; packA: number[][] };
}

const ABOVE = 1.05;

/** Shares over time of a group that was level before the charge began. */
export function sharesOver(members: readonly Member[], control: GroupControl): GroupShares {
	const model = joinedModel(members);
	const level = meet(model, 1e-3);
	const charge = chargeJoined(
		{ ...model, packs: model.packs.map((p, k) => ({ ...p, soc: level.soc[k] })) },
		control
	);
	const capacity = members.map((m) => ratedAh(m.pack));
	const whole = capacity.reduce((a, b) => a + b, 0);
	const everyMin = charge.trace.timeS.length > 1 ? (charge.trace.timeS[1] - charge.trace.timeS[0]) / 60 : 0;
	const list = members.map((m, k): MemberShare => {
		const above = charge.trace.timeS.filter((_, n) => {
			const mean = charge.trace.packA.reduce((sum, column) => sum + column[n], 0) / whole;
			return charge.trace.packA[k][n] / capacity[k] > ABOVE * mean;
		});
		return {
			pack: m.pack,
			chargeAh: charge.chargeAh[k],
			share: charge.share[k],
			mostC: charge.mostC[k],
			aboveMeanMin: above.length * everyMin
		};
	});
	const burden = (s: MemberShare) => s.mostC / (s.pack.labelChargeRateC ?? 1);
	return {
		members: list,
		worst: list.reduce((a, b) => (burden(b) > burden(a) ? b : a)),
		meanC: control.currentA / whole,
		trace: charge.trace
	};
}

export interface Hidden {
	/** What goes wrong. */
	what: string;
	/** What the charger shows of it, and what hands and eyes find. */
	shows: string;
}

/** A cell so much lower than its fellows is one that must not be charged, V. */
const WEAK_V = 0.2;

/**
 * What a charger cannot see of packs that are joined, with figures of this group: one weak cell
 * among good ones, one main plug that is open while its balance lead feeds the pack, one pack
 * that was not joined at all.
 */
export function hiddenIn(members: readonly Member[], chargeA: number): Hidden[] {
	const board = USUAL_BOARD;
	const model = joinedModel(members, board);
	const { curve } = chemistryOf(members[0].pack.chemistry);
	const cells = members[0].pack.cells;
	const ohms = model.packs.map((p) => p.seriesOhm);
	const socs = model.packs.flatMap((p) => [...p.soc]);
	const mean = socs.reduce((a, b) => a + b, 0) / socs.length;
	const level = socs.map(() => ocvAt(curve, mean));
	const out: Hidden[] = [];
	if (cells > 1) {
		const net = networkOf(ohms, board);
		const weak = level.map((v, n) => (n === 0 ? v - WEAK_V : v));
		// The charger's balance port sees the board's own wires: what is left of the difference there.
		const shown = net.busV(weak, 0)[0] - net.busV(level, 0)[0];
		out.push({
			what: `One cell ${Math.round(1000 * WEAK_V)} mV below its fellows, in one of ${members.length} packs`,
			shows: `The charger shows ${Math.round(-1000 * shown)} mV: the others’ cells hold it up, and feed it. Measured alone it stands out, so each pack is read before and after.`
		});
		const lead = members.map((_, k) => (k === 0 ? OPEN_OHM : board.leadOhm));
		const open = networkOf(ohms, { ...board, leadOhm: lead });
		const wires = open.balanceA(level, chargeA)[0].map(Math.abs);
		// Once the others are ahead of it by what the wires drop, it takes its share like them.
		const due = (chargeA * ratedAh(members[0].pack)) / members.reduce((sum, m) => sum + ratedAh(m.pack), 0);
		out.push({
			what: `The main plug of one pack is open, its balance lead is in`,
			shows: `Its charge goes through the outer wires of its balance lead, ${Math.max(...wires).toFixed(1)} A at first and up to ${due.toFixed(1)} A as the others get ahead, and the charger says nothing. A warm balance lead: stop, look at that pack’s main plug.`
		});
	}
	const capacity = members.map((m) => ratedAh(m.pack));
	const whole = capacity.reduce((a, b) => a + b, 0);
	const small = Math.min(...capacity);
	out.push({
		what: 'One pack is not joined at all, or was left out',
		shows: `The others take its current: ${(chargeA / (whole - small)).toFixed(2)}C instead of ${(chargeA / whole).toFixed(2)}C, and the charge ends with less in. Afterwards it reads what it read before.`
	});
	return out;
}
