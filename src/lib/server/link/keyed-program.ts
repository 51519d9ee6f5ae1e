/** A solved program in the words of the simulated charger's protocol. */
import type { Resolved } from '$core/request/context';
import type { ProgramSettings } from '$core/request/settings';
import { legsOf } from '$core/forecast/program-legs';
import type { Leg } from '$core/simulate/legs';
import type { KeyedLeg, KeyedProgram } from '../../../../link/protocol';

/** JSON knows no infinity: what is off is null. */
const orNull = (value: number): number | null => (Number.isFinite(value) ? value : null);

function keyedLeg(leg: Leg): KeyedLeg {
	const { control } = leg;
	const shared = {
		currentA: control.currentA,
		endVoltageV: orNull(control.endVoltageV),
		timerMin: orNull(control.timerS / 60),
		capacityLimitAh: orNull(control.capacityLimitAh),
		temperatureLimitDegC: orNull(control.temperatureLimitDegC),
		goesOnAnyway: leg.goesOnAnyway ?? false
	};
	if (leg.kind !== 'charge')
		return {
			...shared,
			kind: leg.kind,
			taperA: null,
			balance: false,
			deltaV: null,
			holdOffS: 0,
			riseKPerMin: null,
			reached: 'end voltage'
		};
	const { dip, taperA, balanceCurrentA, reached } = leg.control;
	return {
		...shared,
		kind: 'charge',
		taperA,
		balance: balanceCurrentA > 0,
		deltaV: dip?.deltaV ?? null,
		holdOffS: dip?.holdOffS ?? 0,
		riseKPerMin: orNull(dip?.riseKPerMin ?? Infinity),
		reached
	};
}

/** The program of `runId` as it is keyed into the simulated charger. */
export const keyedProgram = (runId: string, r: Resolved, settings: ProgramSettings): KeyedProgram => ({
	runId,
	chemistry: r.chemistry.id,
	cells: settings.cells,
	legs: legsOf(r, settings).map(keyedLeg)
});
