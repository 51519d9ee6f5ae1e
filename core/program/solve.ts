/**
 * The solver: from pack, channel, supply and purpose to a whole program, each setting with its
 * reason, proved by a forecast and by every rule. A person may set any of them; the rest is
 * computed around what was set.
 */
import { forecast, roughHours, type Forecast } from '../forecast/forecast';
import { check, verdictOf, type Verdict } from './check';
import { resolve, type ProgramContext, type Resolved } from '../request/context';
import { FIRST, GUARDS, type Decision, type GuardId, type SoFar } from './decide';
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

/**
 * Whether a forecast makes sense: the chemistry has the task, the channel can do it, and not for
 * days.
 */
function canBeForecast(r: Resolved, settings: ProgramSettings): boolean {
	if (!r.taskData.families.includes(r.chemistry.family)) return false;
	if (discharges(r, settings) && settings.dischargeA === null) return false;
	return roughHours(r, settings) <= LONGEST_H;
}

/**
 * What can be decided before anything is simulated, each with the person's own settings already
 * laid over the others.
 */
function decideFirst(r: Resolved, own: Partial<ProgramSettings>): Omit<Decisions, GuardId> {
	// Until they are decided nothing looks at them.
	const so: SoFar = { endVoltageV: NaN, currentA: NaN, dischargeA: null };
	const decided = Object.entries(FIRST).map(([id, decide]) => {
		const decision = decide(r, so);
		Object.assign(so, { [id]: decision.value }, own);
		return [id, decision];
	});
	return Object.fromEntries(decided) as Omit<Decisions, GuardId>;
}

const valuesOf = (decisions: Decisions): ProgramSettings =>
	Object.fromEntries(Object.entries(decisions).map(([id, d]) => [id, d.value])) as ProgramSettings;

const given = (overrides: Overrides): Partial<ProgramSettings> =>
	Object.fromEntries(Object.entries(overrides).filter(([, value]) => value !== undefined));

/**
 * Solves a program. Never throws for input the schemas allow; when nothing safe is possible
 * `proposed` is false and the Stop findings say why. Times and charges in the forecast are
 * without timer and limit, which are then set from them.
 */
export function solve(context: ProgramContext, overrides: Overrides = {}, traceEveryS = 0): Solution {
	const r = resolve(context);
	const own = given(overrides);
	const first = decideFirst(r, own);
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
		safetyTimerMin: GUARDS.safetyTimerMin(r, outlook, bare),
		capacityLimitAh: GUARDS.capacityLimitAh(r, outlook, bare),
		temperatureLimitDegC: GUARDS.temperatureLimitDegC(r, outlook, bare)
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
