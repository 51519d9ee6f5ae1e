/**
 * A charge of packs that are joined: how the current falls to each of them over time, and which
 * is treated worst.
 */
import { JoinedPacks, type JoinedModel } from './joined-packs';

export interface GroupControl {
	/** Set current for all of them together, A, and the most watts the channel gives. */
	currentA: number;
	powerW: number;
	/** Volts of the whole at which the current begins to fall, and the current at which it ends, A. */
	endV: number;
	taperA: number;
}

export interface GroupCharge {
	timeS: number;
	/** Charge into each pack, Ah, and its share of the whole. */
	chargeAh: number[];
	share: number[];
	/**
	 * The greatest rate of each pack, 1/h of its own capacity, and the first minutes in which it
	 * takes over 5 % more than the mean.
	 */
	mostC: number[];
	/** For drawing: seconds, and the current of each pack. */
	trace: { timeS: number[]; packA: number[][] };
	/** False where it went on to the last second that is looked at. */
	ended: boolean;
}

const LONGEST_S = 12 * 3600;
/** Steps grow from the first seconds, in which most changes, to a quarter of a minute. */
const STEPS = [
	{ untilS: 60, dtS: 0.5 },
	{ untilS: 600, dtS: 2 },
	{ untilS: Infinity, dtS: 5 }
] as const;
const TRACE_S = 30;

/** Charges joined packs from where they stand to the end of charge. */
export function chargeJoined(model: JoinedModel, control: GroupControl): GroupCharge {
	const packs = new JoinedPacks(model);
	const capacity = model.packs.map((p) => p.capacityAh.reduce((a, b) => a + b, 0) / p.capacityAh.length);
	const mostC = capacity.map(() => 0);
	const trace: GroupCharge['trace'] = { timeS: [], packA: capacity.map(() => []) };
	let ended = false;
	while (packs.timeS < LONGEST_S) {
		const t = packs.timeS;
		const open = packs.railV(0);
		const perA = packs.railV(1) - open;
		const byPower = (-open + Math.sqrt(open * open + 4 * perA * control.powerW)) / (2 * perA);
		const chargerA = Math.max(0, Math.min(control.currentA, byPower, (control.endV - open) / perA));
		if (chargerA <= control.taperA && t > 0) {
			ended = true;
			break;
		}
		const amps = packs.packA(packs.step(STEPS.find((s) => t < s.untilS)!.dtS, chargerA));
		amps.forEach((a, k) => (mostC[k] = Math.max(mostC[k], a / capacity[k])));
		if (t >= trace.timeS.length * TRACE_S) {
			trace.timeS.push(t);
			amps.forEach((a, k) => trace.packA[k].push(a));
		}
	}
	const chargeAh = [...packs.movedAh];
	const whole = chargeAh.reduce((a, b) => a + b, 0);
	return {
		timeS: packs.timeS,
		chargeAh,
		share: chargeAh.map((ah) => ah / whole),
		mostC,
		trace,
		ended
	};
}
