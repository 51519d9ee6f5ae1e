/**
 * The solver: from pack, channel, supply and purpose to a whole program, each setting with its reason, proved by a forecast
 * and by every rule. A person may set any of them; the rest is computed around what was set.
 */
import { forecast, roughHours, type Forecast } from '../forecast/forecast';
import { check, verdictOf, type Verdict } from './check';
import { resolve, type ProgramContext, type Resolved } from '../request/context';
import {
	decideBalance,
	decideCapacityLimit,
	decideCurrent,
	decideCycles,
	decideDeltaV,
	decideDischarge,
	decideDischargeEnd,
	decideEndVoltage,
	decideOrder,
	decideRest,
	decideTemperature,
	decideTimer,
	decideTrickle,
	type Decision
} from './decide';
import { discharges } from '../forecast/program-legs';
import type { Finding } from './rule';
import type { Overrides, ProgramSettings } from '../request/settings';

/** A run longer than this is refused instead of simulated, h: nobody stays with it. */
export const LONGEST_H = 48;

type Decisions = { [Id in keyof ProgramSettings]: Decision<Id> };

export interface Solution {
	resolved: Resolved;
	/** The program: computed settings with the person's own laid over them. */
	settings: ProgramSettings;
	/** What the solver would set on its own, given the person's settings elsewhere. */
	solved: ProgramSettings;
	decisions: Decisions;
	overridden: (keyof ProgramSettings)[];
	forecast: Forecast | null;
	findings: Finding[];
	verdict: Verdict;
	/** False when a Stop stands: nothing is proposed, the findings say why. */
	proposed: boolean;
}

/** Whether a forecast makes sense: the chemistry has the task, the channel can do it, and not for days. */
function canBeForecast(r: Resolved, settings: ProgramSettings): boolean {
	if (!r.taskData.families.includes(r.chemistry.family)) return false;
	if (discharges(r, settings) && settings.dischargeA === null) return false;
	return roughHours(r, settings) <= LONGEST_H;
}

/** What can be decided before anything is simulated, each with the person's own settings already laid over the others. */
function decideFirst(
	r: Resolved,
	overrides: Overrides
): Omit<Decisions, 'safetyTimerMin' | 'capacityLimitAh' | 'temperatureLimitDegC'> {
	const endVoltageV = decideEndVoltage(r);
	const currentA = decideCurrent(r, overrides.endVoltageV ?? endVoltageV.value);
	return {
		currentA,
		endVoltageV,
		cells: {
			setting: 'cells',
			value: r.pack.cells,
			candidates: [],
			decidedBy: 'pack',
			step: 1,
			why: `the pack is ${r.pack.cells}S; the charger must read ${r.pack.cells} too.`
		},
		balance: decideBalance(r),
		dischargeA: decideDischarge(r),
		dischargeEndV: decideDischargeEnd(r),
		deltaV: decideDeltaV(r, overrides.currentA ?? currentA.value),
		trickleA: decideTrickle(r),
		restMin: decideRest(r),
		cycles: decideCycles(r),
		order: decideOrder(r)
	};
}

const valuesOf = (decisions: Decisions): ProgramSettings =>
	Object.fromEntries(Object.entries(decisions).map(([id, d]) => [id, d.value])) as ProgramSettings;

const given = (overrides: Overrides): Partial<ProgramSettings> =>
	Object.fromEntries(Object.entries(overrides).filter(([, value]) => value !== undefined));

/**
 * Solves a program. Never throws for input the schemas allow; when nothing safe is possible `proposed` is false and the Stop
 * findings say why. Times and charges in the forecast are without timer and limit, which are then set from them.
 */
export function solve(context: ProgramContext, overrides: Overrides = {}, traceEveryS = 0): Solution {
	const r = resolve(context);
	const first = decideFirst(r, overrides);
	const own = given(overrides);
	const bare = {
		...valuesOf(first as Decisions),
		safetyTimerMin: null,
		capacityLimitAh: null,
		temperatureLimitDegC: null,
		...own
	};
	const outlook = canBeForecast(r, bare) ? forecast(r, bare, traceEveryS) : null;
	const decisions: Decisions = {
		...first,
		safetyTimerMin: decideTimer(r, outlook, bare.currentA),
		capacityLimitAh: decideCapacityLimit(r, outlook, bare.currentA),
		temperatureLimitDegC: decideTemperature(r, outlook)
	};
	const solved = valuesOf(decisions);
	const settings = { ...solved, ...own };
	const findings = check({ r, settings, solved, forecast: outlook });
	const verdict = verdictOf(findings);
	return {
		resolved: r,
		settings,
		solved,
		decisions,
		overridden: Object.keys(own) as (keyof ProgramSettings)[],
		forecast: outlook,
		findings,
		verdict,
		proposed: verdict !== 'stop'
	};
}
