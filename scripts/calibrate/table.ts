/**
 * How often the forecast of a charge is right about packs it does not know, a row for each
 * chemistry.
 */
import { guardsOf, packModel } from '../../core/forecast/assume';
import { legsOf } from '../../core/forecast/program-legs';
import { solve } from '../../core/program/solve';
import type { ProgramContext } from '../../core/request/context';
import type { Leg } from '../../core/simulate/legs';
import type { PackModel } from '../../core/simulate/pack-model';
import { runLegs } from '../../core/simulate/run-legs';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { aMultiCharger } from '../../tests/support/rule-cases';
import { evened } from '../even';
import { drawPacks, whileCharged, type DrawnPack } from './draw';

export interface Row {
	chemistry: string;
	packs: number;
	/** Shares: minutes within the 5 to 95 % band, under it, over it. */
	inside: number;
	early: number;
	late: number;
	/** Cut by timer or capacity limit. */
	cut: number;
	/** Would never have ended by itself. */
	never: number;
	/** Not proposed at all; those count nowhere else. */
	refused: number;
	/** Ends of the band over its median, the middle one of all packs. */
	width: number;
}

export function contextOf(p: DrawnPack): ProgramContext {
	const lithium = p.chemistry.family === 'lithium';
	const { charger } = aContext({
		charger: aMultiCharger(
			{},
			{ powerW: 300, maxCurrentA: 12, balanceCurrentA: 0.4, endsOnTemperatureRise: true }
		)
	});
	return aContext({
		pack: aPack({
			chemistry: p.chemistry.id,
			cells: p.cells,
			capacityAh: p.labelAh,
			measuredCapacityAh: null,
			labelChargeRateC: null,
			labelVoltageV: p.cells * p.chemistry.voltages.printedV[0],
			connectorId: null,
			balanceLead: lithium
		}),
		reading: lithium
			? aReading(p.readV)
			: aReading([], { cellVoltagesV: null, packVoltageV: p.readV.reduce((a, b) => a + b) }),
		charger,
		task: lithium ? 'balance' : 'charge'
	});
}

/** A charge that takes longer than this, min, has no end of its own. */
const NEVER_MIN = 2800;

/** The pack as it really is: our model of it with the drawn truth laid over. */
export function truly(p: DrawnPack, guess: PackModel): PackModel {
	return {
		...guess,
		curve: whileCharged(p),
		capacityAh: Float64Array.from(p.capacityAh),
		startSoc: Float64Array.from(p.soc),
		seriesOhm: evened(guess.seriesOhm).map((ohm, i) => ohm * p.resistance[i]),
		relaxOhm: evened(guess.relaxOhm).map((ohm, i) => ohm * p.resistance[i]),
		slowing: guess.slowing && { ...guess.slowing, fullOhm: guess.slowing.fullOhm * p.resistance[0] },
		coolingS: guess.coolingS * p.coolingFactor,
		startDegC: guess.startDegC + p.airK,
		ambientDegC: guess.ambientDegC + p.airK
	};
}

export const withErrors = (leg: Leg, p: DrawnPack): Leg =>
	leg.kind === 'charge'
		? {
				...leg,
				control: { ...leg.control, voltageErrorV: p.chargerV, currentFactor: 1 + p.chargerA }
			}
		: leg;

/** Runs the first `count` drawn packs of a chemistry. */
export function calibrate(chemistryId: string, count: number): Row {
	const row = { inside: 0, early: 0, late: 0, cut: 0, never: 0, refused: 0 };
	const widths: number[] = [];
	for (const p of drawPacks(chemistryId, count)) {
		const s = solve(contextOf(p));
		const { resolved: r, settings, forecast } = s;
		if (!s.proposed || !forecast) {
			row.refused++;
			continue;
		}
		const model = truly(p, packModel(r));
		const free = { ...settings, safetyTimerMin: null, capacityLimitAh: null, temperatureLimitDegC: null };
		const legs = legsOf(r, free).map((leg) => withErrors(leg, p));
		const out = runLegs(model, legs, { dtS: 5, traceEveryS: 0 });
		const minutes = out.timeS / 60;
		const { p5, p95, median } = forecast.timeMin;
		if (minutes < p5) row.early++;
		else if (minutes > p95) row.late++;
		else row.inside++;
		widths.push((p95 - p5) / median);
		const guards = guardsOf(r, settings);
		// A nickel charge whose dip never shows is what the guards are for; that is not a sound pack
		// cut short.
		if (minutes > NEVER_MIN) {
			row.never++;
			continue;
		}
		// The charger counts what it shows.
		if (out.timeS > guards.timerS || out.chargeAh > guards.capacityLimitAh * (1 + p.chargerA)) row.cut++;
	}
	const judged = Math.max(1, count - row.refused);
	const share = (n: number) => n / judged;
	widths.sort((a, b) => a - b);
	return {
		chemistry: chemistryId,
		packs: count,
		inside: share(row.inside),
		early: share(row.early),
		late: share(row.late),
		cut: share(row.cut),
		never: share(row.never),
		refused: row.refused / count,
		width: widths[Math.floor(widths.length / 2)] ?? NaN
	};
}

const percent = (share: number) => `${(100 * share).toFixed(1)} %`.padStart(8);
export const HEAD = 'chemistry  packs   inside    early     late      cut    never  refused  band/median';
export const lineOf = (r: Row): string =>
	`${r.chemistry.padEnd(9)} ${String(r.packs).padStart(6)} ${[r.inside, r.early, r.late, r.cut, r.never, r.refused].map(percent).join(' ')} ${r.width.toFixed(2).padStart(12)}`;
