/** Every decision of the solver, one file a matter. */
export { decideBalance } from './balance';
export { decideCurrent } from './current';
export { decideCycles, decideOrder, decideRest } from './cycle';
export { decideDischarge, decideDischargeEnd, nickelEndPackV } from './discharge';
export { decideEndVoltage } from './end-voltage';
export { decideCapacityLimit, decideTemperature, decideTimer } from './guards';
export { decideDeltaV, decideTrickle } from './nickel';
export type { Candidate, Decision } from './decision';
