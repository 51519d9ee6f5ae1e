/** Every decision of the solver, one file a matter: a setting is decided by its line here. */
import type { Forecast } from '../../forecast/forecast';
import type { Resolved } from '../../request/context';
import type { ProgramSettings, SettingId } from '../../request/settings';
import type { LimitedProgram } from '../safety-bounds';
import { decideBalance } from './balance';
import { decideCells } from './cells';
import { decideCurrent } from './current';
import { decideCycles, decideOrder, decideRest } from './cycle';
import type { Decision } from './decision';
import { decideDischarge, decideDischargeEnd } from './discharge';
import { decideEndVoltage } from './end-voltage';
import { decideCapacityLimit, decideTemperature, decideTimer } from './guards';
import { decideDeltaV, decideTrickle } from './nickel';

export type { Candidate, Decision } from './decision';
export { nickelEndPackV } from './discharge';

/** What stands so far, a person's own settings laid over what was decided. */
export type SoFar = Pick<ProgramSettings, 'endVoltageV' | 'currentA' | 'dischargeA'>;
type Decider<Id extends SettingId> = (r: Resolved, so: SoFar) => Decision<Id>;
export type GuardId = 'safetyTimerMin' | 'capacityLimitAh' | 'temperatureLimitDegC';
type FirstId = Exclude<SettingId, GuardId>;

/**
 * Decided before anything is simulated, in this order: later ones may look at the volts and the
 * current of earlier ones.
 */
export const FIRST: { readonly [Id in FirstId]: Decider<Id> } = {
	endVoltageV: decideEndVoltage,
	currentA: (r, { endVoltageV }) => decideCurrent(r, endVoltageV),
	cells: decideCells,
	balance: decideBalance,
	dischargeA: (r, { endVoltageV }) => decideDischarge(r, endVoltageV),
	dischargeEndV: (r, { dischargeA }) => decideDischargeEnd(r, dischargeA),
	deltaV: (r, { currentA }) => decideDeltaV(r, currentA),
	trickleA: decideTrickle,
	restMin: decideRest,
	cycles: decideCycles,
	order: decideOrder
};

/** Set from the outlook of the program without them. */
export const GUARDS: {
	readonly [Id in GuardId]: (r: Resolved, outlook: Forecast | null, program: LimitedProgram) => Decision<Id>;
} = {
	safetyTimerMin: decideTimer,
	capacityLimitAh: decideCapacityLimit,
	temperatureLimitDegC: decideTemperature
};
