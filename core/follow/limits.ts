/**
 * What no screen of a sound charge can show: limits that physics and the program set, which need
 * no forecast to be seen.
 */
import { LOOK_KINDS, lookText, type Look } from '../log/look';
import type { Resolved } from '../request/context';
import type { ProgramSettings } from '../request/settings';

/** Charge that a pack takes at most, shares of its capacity (common practice, no source). */
const MOST_SHARE = { lithium: 1.1, lead: 1.25, nickel: 1.25, slowNickel: 1.6 } as const;
/**
 * Below this share of a nickel pack's capacity an hour it is charged for its time (common
 * practice, no source).
 */
const SLOW_C = 0.15;
/** A charger's own current and charge are this exact, shares (common practice, no source). */
const METER = 0.05;
/**
 * Of lithium the lowest cell falls no further than this while it is charged with the same
 * current, V (common practice, no source).
 */
const FALL_V = 0.02;
/** Current counts as the same within this share. */
const SAME = 0.05;
/**
 * Current in constant voltage rises by no more than this share and what the cells bleed (common
 * practice, no source).
 */
const RISE = 0.1;
/** Between two looks at the current something may have changed only after this long, min. */
const LASTING_MIN = 2;
/** A screen may be one step off, and its reader another. */
const STEPS = 2;

const puts = (r: Resolved): boolean => r.taskData.moves === 'in';
const takes = (r: Resolved): boolean => r.taskData.moves === 'out';
const bleeds = (r: Resolved, settings: ProgramSettings): boolean =>
	settings.balance && r.channel.balanceCurrentA > 0;

/** The most charge this pack can take with this current, Ah. */
export function mostChargeAh(r: Resolved, settings: ProgramSettings): number {
	const { family } = r.chemistry;
	const slow = family === 'nickel' && settings.currentA < SLOW_C * r.pack.capacityAh;
	return MOST_SHARE[slow ? 'slowNickel' : family] * r.pack.capacityAh;
}

function tooHighV(r: Resolved, settings: ProgramSettings, look: Look): string | null {
	const { voltages, endOfCharge } = r.chemistry;
	if (look.what !== 'packV' && look.what !== 'highestCellV' && look.what !== 'lowestCellV') return null;
	const cells = look.what === 'packV' ? r.pack.cells : 1;
	const byVolts = endOfCharge.kind !== 'dip' && puts(r);
	const endV = byVolts ? settings.endVoltageV : voltages.cellMaxV;
	const most = cells * (endV + r.channel.voltageAccuracyV) + STEPS * LOOK_KINDS[look.what].step;
	if (look.value <= most) return null;
	const read = `${lookText(look.what, look.value)} is above ${byVolts ? 'the end of this program' : 'what such a cell may have'}, ${lookText(look.what, cells * endV)}`;
	return `${read}: stop at the charger. Its end or its chemistry is another than the program’s, or a cell is past its limit.`;
}

function tooLowV(r: Resolved, settings: ProgramSettings, look: Look): string | null {
	if (!takes(r) || (look.what !== 'packV' && look.what !== 'lowestCellV')) return null;
	const { hardFloorV, dischargeEndV } = r.chemistry.voltages;
	const cells = look.what === 'packV' ? r.pack.cells : 1;
	const endV = look.what === 'packV' ? (settings.dischargeEndV ?? dischargeEndV) : hardFloorV;
	const least = cells * (endV - r.channel.voltageAccuracyV) - STEPS * LOOK_KINDS[look.what].step;
	if (look.value >= least) return null;
	return `${lookText(look.what, look.value)} is below ${look.what === 'packV' ? 'the end of this discharge' : 'the floor of a cell'}, ${lookText(look.what, cells * endV)}: stop at the charger, before a cell is harmed.`;
}

/** The greatest current that the program asks for, A. */
const setA = (r: Resolved, settings: ProgramSettings): number =>
	takes(r)
		? (settings.dischargeA ?? 0)
		: Math.max(settings.currentA, puts(r) ? 0 : (settings.dischargeA ?? 0));

function tooMuchCurrent(r: Resolved, settings: ProgramSettings, look: Look): string | null {
	if (look.what !== 'currentA') return null;
	const set = setA(r, settings);
	if (look.value <= set * (1 + METER) + LOOK_KINDS.currentA.step) return null;
	return `${lookText('currentA', look.value)} is more than the ${lookText('currentA', set)} of the program: stop at the charger and look at what it is set to.`;
}

function tooMuchCharge(r: Resolved, settings: ProgramSettings, look: Look): string | null {
	if (look.what !== 'chargeAh') return null;
	const most = mostChargeAh(r, settings);
	if (puts(r) && look.value > most)
		return `${lookText('chargeAh', look.value)} is more than this pack can hold, ${lookText('chargeAh', most)} at the most: stop at the charger. It is heating, leaking, or not the pack that the label says.`;
	// The minute that was read may be nearly over.
	const possible = ((look.minute + 1) / 60) * setA(r, settings) * (1 + METER) + 0.01;
	if (look.value <= possible) return null;
	return `${lookText('chargeAh', look.value)} in ${Math.round(look.minute)} min is more than ${lookText('currentA', setA(r, settings))} can put in, ${lookText('chargeAh', possible)}: read it once more; if it stands, stop at the charger: it gives more than was set, or counts on from another run.`;
}

/** What cannot be beside what was read before. */
function againstEarlier(
	r: Resolved,
	settings: ProgramSettings,
	look: Look,
	earlier: readonly Look[]
): string | null {
	const before = (what: Look['what']) =>
		earlier.filter((l) => l.what === what && l.minute < look.minute).sort((a, b) => b.minute - a.minute);
	const [last] = before(look.what);
	if (!last) return null;
	const since = `at ${Math.round(last.minute)} min it was ${lookText(look.what, last.value)}`;
	if (look.what === 'chargeAh' && look.value < last.value - 2 * LOOK_KINDS.chargeAh.step)
		return `${lookText('chargeAh', look.value)}, and ${since}: it cannot become less. Read it once more; if it stands, the charger has begun anew, so stop it.`;
	const currents = before('currentA');
	const steady = currents.length < 2 || Math.abs(currents[0].value / currents[1].value - 1) <= SAME;
	const bleedsYet = bleeds(r, settings) && last.value >= settings.endVoltageV - 0.3;
	if (look.what === 'lowestCellV' && puts(r) && steady && !bleedsYet && look.value < last.value - FALL_V)
		return `The lowest cell fell to ${lookText(look.what, look.value)}; ${since}. A cell that falls while it is charged is failing: stop at the charger.`;
	if (look.what === 'currentA' && puts(r) && r.chemistry.endOfCharge.kind !== 'dip') {
		const lasting = look.minute - last.minute >= LASTING_MIN;
		const falling = currents.length > 1 && last.value < currents[1].value * (1 - SAME);
		const bled = bleeds(r, settings) ? r.channel.balanceCurrentA : 0;
		if (lasting && falling && look.value > last.value * (1 + RISE) + bled + LOOK_KINDS.currentA.step)
			return `The current rose to ${lookText(look.what, look.value)} after it had fallen; ${since}. A cell may have shorted, or the pack is heating: stop at the charger, and feel whether it is warm.`;
	}
	return null;
}

/** Why this look means stopping now; null where nothing that is certain speaks against it. */
export function limitBroken(
	r: Resolved,
	settings: ProgramSettings,
	look: Look,
	earlier: readonly Look[]
): string | null {
	return (
		tooHighV(r, settings, look) ??
		tooLowV(r, settings, look) ??
		tooMuchCurrent(r, settings, look) ??
		tooMuchCharge(r, settings, look) ??
		againstEarlier(r, settings, look, earlier)
	);
}
