/**
 * How much charge lies between cells that stand apart in volts: little where the curve is steep,
 * much where it is flat.
 */
import { ocvAt, slopeAt, socAt } from '../chemistry/curve';
import { packModel, presentCapacityAh } from '../forecast/assume';
import { upperMiddle } from '../quantity/middle';
import type { Resolved } from '../request/context';
import { meanCellOhm } from '../simulate/pack-model';
import type { Shown } from './screen';

/* Common practice, no source. */
/** What amps and minutes may be off in charge, of one; and a screen's volts a cell. */
const COUNT_OFF = 0.03;
const VOLTS_OFF = 0.01;
/** What is known of a cell's resistance may be off by this share. */
const RESISTANCE_OFF = 0.3;
/** A slope below this says nothing of charge, V for the whole of it. */
const FLATTEST = 0.03;
/** Above this a cell is not read off the curve: nothing is known of it there. */
const NEARLY_ALL = 0.995;

export interface ChargeApart {
	/**
	 * Between the highest and the lowest cell, of their charge, at what is known of the charge now.
	 */
	about: number;
	/** The least that it can be, wherever on the curve they may stand. */
	least: number;
}

const within = (soc: number): number => Math.max(0, Math.min(NEARLY_ALL, soc));

/**
 * Charge of the middle cell at this moment, and its standard deviation: by what went in, and by
 * its volts less what current adds to them.
 */
function chargeNow(r: Resolved, shown: Shown, middleV: number): { soc: number; sigma: number } {
	const { curve } = r.chemistry;
	const cellOhm = meanCellOhm(packModel(r));
	const addsV = shown.currentA * cellOhm;
	const byVolts = within(socAt(curve, middleV - addsV));
	const voltsSigma =
		Math.hypot(VOLTS_OFF, RESISTANCE_OFF * addsV) / Math.max(FLATTEST, slopeAt(curve, byVolts));
	const byCount = within(r.chargeState.soc + shown.chargeAh / presentCapacityAh(r));
	const countSigma = Math.hypot(r.chargeState.sigma, COUNT_OFF);
	const [v, c] = [1 / voltsSigma ** 2, 1 / countSigma ** 2];
	return { soc: (v * byVolts + c * byCount) / (v + c), sigma: 1 / Math.sqrt(v + c) };
}

/**
 * Charge between the cells of a run that goes in, as shares of their capacity. What current adds
 * to the volts is taken to be the same in all of them. Null where there is no cell page.
 */
export function chargeApart(r: Resolved, shown: Shown): ChargeApart | null {
	const { cellV } = shown;
	if (cellV.length < 2) return null;
	const { curve } = r.chemistry;
	const middle = upperMiddle(cellV);
	const [low, high] = [Math.min(...cellV), Math.max(...cellV)];
	const { soc, sigma } = chargeNow(r, shown, middle);
	const at = (here: number): number => {
		const adds = middle - ocvAt(curve, within(here));
		return socAt(curve, high - adds) - socAt(curve, low - adds);
	};
	const about = at(soc);
	return {
		about,
		least: Math.min(about, at(soc - 2 * sigma), at(soc - sigma), at(soc + sigma), at(soc + 2 * sigma))
	};
}
