/**
 * From a program to the legs that a charger runs: which way storage goes, how a cycle is laid
 * out, when a slow charge ends.
 */
import { provedAh, ratedAh } from '../pack/rated';
import { socAt } from '../chemistry/curve';
import type { Resolved } from '../request/context';
import { askedShare } from '../request/storage-target';
import type { ProgramSettings } from '../request/settings';
import { restLeg, type Leg } from '../simulate/legs';
import { chargeControl, dischargeControl, presentCapacityAh } from './assume';
import { NO_DEPARTURE, type Departure } from './departure';
import { firstPartOf } from './first-part';

/**
 * A recovery is judged this long after its current stopped, s (common practice, no source: an
 * hour at rest).
 */
const RECOVERY_REST_S = 3600;

/** State of charge that a storage run aims at. */
export function storageSoc(r: Resolved, storageV: number): number {
	const { storage, curve } = r.chemistry;
	if (storage.kind !== 'charge') return socAt(curve, storageV);
	return askedShare(r) ?? storage.soc;
}

/** Whether a storage run to `storageV` volts per cell puts charge in or takes it out. */
export function storageDirection(r: Resolved, storageV: number): 'up' | 'down' {
	return r.chargeState.soc <= storageSoc(r, storageV) ? 'up' : 'down';
}

/**
 * Charge that a storage run by charge moves, Ah; null when storage goes by volts, or the task is
 * another.
 */
export function storageNeedAh(r: Resolved): number | null {
	if (!r.taskData.stores || r.chemistry.storage.kind !== 'charge') return null;
	return Math.abs(r.chargeState.soc - storageSoc(r, 0)) * presentCapacityAh(r);
}

/**
 * Charge that a slow nickel charge puts in before it is ended by time, Ah; null when the dip ends
 * it. At 0.1C the factor is the one of the standard charge, 0.1C for 16 h (IEC 61951, from
 * memory), on what is missing; above it less, as what is too much heats.
 */
export function timedAh(r: Resolved, currentA: number): number | null {
	const end = r.chemistry.endOfCharge;
	if (end.kind !== 'dip' || currentA >= end.unreliableBelowC * provedAh(r.pack) - 1e-9) return null;
	if (firstPartOf(r) !== null) return null;
	// A cycle takes everything out before, or after.
	const missing = r.taskData.moves === 'both' ? 1 : Math.min(1, Math.max(0.1, 1 - r.chargeState.soc));
	const slow = currentA <= end.slowC * ratedAh(r.pack) + 1e-9;
	return (slow ? end.timedFactor : end.fastFactor) * missing * ratedAh(r.pack);
}

function chargeLeg(r: Resolved, settings: ProgramSettings, departure: Departure): Leg {
	const control = chargeControl(r, settings, departure);
	const programAh = firstPartOf(r)?.ah ?? timedAh(r, settings.currentA) ?? storageNeedAh(r);
	if (programAh === null) return { kind: 'charge', control };
	return {
		kind: 'charge',
		control: { ...control, capacityLimitAh: Math.min(control.capacityLimitAh, programAh) },
		goesOnAnyway: true
	};
}

function dischargeLeg(r: Resolved, settings: ProgramSettings, departure: Departure): Leg {
	const storing = r.taskData.stores;
	const { dischargeEndV } = r.chemistry.voltages;
	const byCharge = storageNeedAh(r);
	const endV =
		storing && byCharge === null ? settings.endVoltageV : (settings.dischargeEndV ?? dischargeEndV);
	const control = dischargeControl(r, settings, endV, departure);
	return {
		kind: 'discharge',
		control: { ...control, capacityLimitAh: Math.min(control.capacityLimitAh, byCharge ?? Infinity) }
	};
}

function cycleLegs(r: Resolved, settings: ProgramSettings, departure: Departure): Leg[] {
	const rest = restLeg((settings.restMin ?? 0) * 60);
	const down = dischargeLeg(r, settings, departure);
	const up = chargeLeg(r, settings, departure);
	const pair = settings.order === 'up first' ? [up, rest, down, rest] : [down, rest, up, rest];
	const legs = Array.from({ length: settings.cycles ?? 1 }, () => pair).flat();
	// Nothing follows the last rest.
	return legs.slice(0, -1);
}

/** Whether the program takes charge out at some time and so needs a channel that can. */
export function discharges(r: Resolved, settings: Pick<ProgramSettings, 'endVoltageV'>): boolean {
	if (r.taskData.moves === 'out' || r.taskData.moves === 'both') return true;
	return r.taskData.moves === 'either' && storageDirection(r, settings.endVoltageV) === 'down';
}

/** The legs of a program, in order. */
export function legsOf(r: Resolved, settings: ProgramSettings, departure: Departure = NO_DEPARTURE): Leg[] {
	switch (r.taskData.moves) {
		case 'out':
			return [dischargeLeg(r, settings, departure)];
		case 'both':
			return cycleLegs(r, settings, departure);
		case 'either':
			return discharges(r, settings)
				? [dischargeLeg(r, settings, departure)]
				: [chargeLeg(r, settings, departure)];
		case 'in': {
			const leg = chargeLeg(r, settings, departure);
			return r.taskData.limitsAreProgram ? [{ ...leg, goesOnAnyway: true }, restLeg(RECOVERY_REST_S)] : [leg];
		}
	}
}

/**
 * A nickel cell below this is not full, whatever the volts do (common practice, no source: a fast
 * charge ends at nine tenths or more).
 */
const NOT_FULL_BELOW = 0.9;

/** The legs as they should end: a fall of the volts before the cells are full ends none of them. */
export const endedByFull = (legs: readonly Leg[]): Leg[] =>
	legs.map((leg) =>
		leg.kind === 'charge' && leg.control.dip
			? {
					...leg,
					control: { ...leg.control, dip: { ...leg.control.dip, onlyFromSoc: NOT_FULL_BELOW } }
				}
			: leg
	);

/**
 * The settings without the guards that would cut the run, so that a forecast says what the pack
 * would take.
 */
export function unguarded(r: Resolved, settings: ProgramSettings): ProgramSettings {
	const free = { ...settings, safetyTimerMin: null, capacityLimitAh: null, temperatureLimitDegC: null };
	if (!r.taskData.limitsAreProgram) return free;
	const { recovery } = r.chemistry;
	return {
		...free,
		safetyTimerMin: settings.safetyTimerMin ?? recovery?.maxMin ?? null,
		capacityLimitAh: settings.capacityLimitAh ?? (recovery && recovery.maxShare * ratedAh(r.pack))
	};
}
