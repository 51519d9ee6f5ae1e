/**
 * The legs of a run as its telemetry shows them: where charge, discharge and rest begin and end,
 * and what each moved.
 */
import type { Telemetry } from '../simulate/telemetry';

export interface RunLeg {
	kind: 'charge' | 'discharge' | 'rest';
	fromS: number;
	timeS: number;
	/** Charge moved in this leg, Ah. */
	chargeAh: number;
	/** Volts of the pack at its end, V. */
	endPackV: number;
}

/** Below this a current is a rest, A. */
const NOTHING_A = 0.001;

const kindOf = (currentA: number): RunLeg['kind'] =>
	currentA > NOTHING_A ? 'charge' : currentA < -NOTHING_A ? 'discharge' : 'rest';

/**
 * Splits telemetry into legs: a new one begins where the direction of the current changes, or
 * where the charge moved starts anew from nothing. Current into the pack is positive.
 */
export function legsIn(t: Telemetry): RunLeg[] {
	const legs: RunLeg[] = [];
	t.timeS.forEach((timeS, k) => {
		const kind = kindOf(t.currentA[k]);
		const last = legs.at(-1);
		const anew = k > 0 && t.chargeAh[k] < t.chargeAh[k - 1] - 1e-6;
		const begins = !last || last.kind !== kind || anew;
		if (begins)
			legs.push({ kind, fromS: last ? last.fromS + last.timeS : 0, timeS: 0, chargeAh: 0, endPackV: 0 });
		const leg = legs.at(-1)!;
		leg.timeS = timeS - leg.fromS;
		leg.chargeAh = kind === 'rest' ? 0 : t.chargeAh[k];
		leg.endPackV = t.packV[k];
	});
	return legs;
}

/**
 * What a full pack gave in its last discharge that followed a charge, Ah; null where no discharge
 * began full.
 */
export function capacityIn(legs: readonly RunLeg[]): number | null {
	const moving = legs.filter((l) => l.kind !== 'rest');
	for (let k = moving.length - 1; k > 0; k--)
		if (moving[k].kind === 'discharge' && moving[k - 1].kind === 'charge') return moving[k].chargeAh;
	return null;
}
