/**
 * The solver: from pack, channel, supply and purpose to a whole program, each setting with its reason, proved by a forecast
 * and by every rule. A person may set any of them; the rest is computed around what was set.
 */
import { forecast, type Forecast } from '../simulate/forecast';
import { check, verdictOf, type Verdict } from './check';
import { resolve, type ProgramContext, type Resolved } from './context';
import {
	decideBalance,
	decideCapacityLimit,
	decideCurrent,
	decideEndVoltage,
	decideTemperature,
	decideTimer,
	type Decision
} from './decide';
import type { Finding } from './rule';
import type { Overrides, ProgramSettings } from './settings';

/** A charge longer than this is refused instead of simulated, h: nobody stays with it. */
const LONGEST_H = 48;

export interface Solution {
	resolved: Resolved;
	/** The program: computed settings with the person's own laid over them. */
	settings: ProgramSettings;
	/** What the solver would set on its own, given the person's settings elsewhere. */
	solved: ProgramSettings;
	decisions: { [Id in keyof ProgramSettings]: Decision<Id> };
	overridden: (keyof ProgramSettings)[];
	forecast: Forecast | null;
	findings: Finding[];
	verdict: Verdict;
	/** False when a Stop stands: nothing is proposed, the findings say why. */
	proposed: boolean;
}

function tooSlow(r: Resolved, currentA: number): boolean {
	const missingAh = (1 - Math.min(0.95, Math.max(-0.06, r.chargeState.soc))) * r.pack.capacityAh;
	return missingAh / currentA > LONGEST_H;
}

/** Settings that decide how the run goes, before timer and limits are known. */
function firstSettings(
	r: Resolved,
	overrides: Overrides,
	endV: Decision<'endVoltageV'>,
	balance: Decision<'balance'>
) {
	const endVoltageV = overrides.endVoltageV ?? endV.value;
	const current = decideCurrent(r, endVoltageV);
	const settings: ProgramSettings = {
		currentA: overrides.currentA ?? current.value,
		endVoltageV,
		cells: overrides.cells ?? r.pack.cells,
		balance: overrides.balance ?? balance.value,
		safetyTimerMin: null,
		capacityLimitAh: null,
		temperatureLimitDegC: null
	};
	return { current, settings };
}

/**
 * Solves a program. Never throws for input the schemas allow; when nothing safe is possible `proposed` is false and the Stop
 * findings say why. Times and charges in the forecast are without timer and limit, which are then set from them.
 */
export function solve(context: ProgramContext, overrides: Overrides = {}, traceEveryS = 0): Solution {
	const r = resolve(context);
	const endV = decideEndVoltage(r);
	const balance = decideBalance(r);
	const { current, settings } = firstSettings(r, overrides, endV, balance);
	const outlook = tooSlow(r, settings.currentA) ? null : forecast(r, settings, traceEveryS);
	const timer = decideTimer(r, outlook);
	const limit = decideCapacityLimit(r, outlook);
	const temperature = decideTemperature(r, outlook);
	const pick = <Id extends keyof ProgramSettings>(id: Id, value: ProgramSettings[Id]): ProgramSettings[Id] =>
		overrides[id] === undefined ? value : (overrides[id] as ProgramSettings[Id]);
	settings.safetyTimerMin = pick('safetyTimerMin', timer.value);
	settings.capacityLimitAh = pick('capacityLimitAh', limit.value);
	settings.temperatureLimitDegC = pick('temperatureLimitDegC', temperature.value);
	const solved: ProgramSettings = {
		currentA: current.value,
		endVoltageV: endV.value,
		cells: r.pack.cells,
		balance: balance.value,
		safetyTimerMin: timer.value,
		capacityLimitAh: limit.value,
		temperatureLimitDegC: temperature.value
	};
	const findings = check({ r, settings, solved, forecast: outlook });
	const verdict = verdictOf(findings);
	return {
		resolved: r,
		settings,
		solved,
		decisions: {
			currentA: current,
			endVoltageV: endV,
			cells: {
				setting: 'cells',
				value: r.pack.cells,
				candidates: [],
				decidedBy: 'pack',
				step: 1,
				why: `the pack is ${r.pack.cells}S; the charger must read ${r.pack.cells} too.`
			},
			balance,
			safetyTimerMin: timer,
			capacityLimitAh: limit,
			temperatureLimitDegC: temperature
		},
		overridden: (Object.keys(overrides) as (keyof ProgramSettings)[]).filter(
			(id) => overrides[id] !== undefined
		),
		forecast: outlook,
		findings,
		verdict,
		proposed: verdict !== 'stop'
	};
}
