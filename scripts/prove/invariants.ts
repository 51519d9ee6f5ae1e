/**
 * What holds for whatever is proposed, written apart from the rules: plain figures of the trade,
 * and a simulation whose pack is not the forecast's. Each returns a sentence for what is broken.
 */
import { chemistryOf } from '../../core/chemistry/catalogue';
import { packModel } from '../../core/forecast/assume';
import { discharges, legsOf } from '../../core/forecast/program-legs';
import type { PackModel } from '../../core/simulate/pack-model';
import type { Solution } from '../../core/program/solve';
import { runLegs } from '../../core/simulate/run-legs';
import type { DrawnCase } from './cases';

/**
 * Common practice, no source; IEC 62133-2 for the lithium ceiling, from memory. Volts per cell,
 * °C, 1/h.
 */
const LITHIUM = {
	lipo: { end: 4.2, cell: 4.25, floor: 3.0, noLabelC: 1 },
	lihv: { end: 4.35, cell: 4.4, floor: 3.0, noLabelC: 1 },
	liion: { end: 4.2, cell: 4.25, floor: 2.5, noLabelC: 0.5 },
	life: { end: 3.65, cell: 3.7, floor: 2.5, noLabelC: 1 }
} as const;
const COLD_DEG_C = { lithium: 5, nickel: 5, lead: 0 } as const;
const HOT_DEG_C = 40;
/** Steps of half a minute may pass a floor by this much, V. */
const STEP_V = 0.06;
/** A step that balancing and the knee of a curve do not mislead, s. */
const FINE_S = 0.5;
/** A pack that holds so much is full enough for a timer to have done its duty. */
const NEARLY_FULL = 0.95;
/** A cell of so many times the resistance of the middle one is worn out. */
const WORN_TIMES = 5;

/**
 * What a capacity limit lets in at most, times what the pack holds; slow nickel is ended by it
 * (common practice, no source).
 */
const LIMIT_TIMES = { lithium: 1.15, lead: 1.3, nickel: 1.2 } as const;
const SLOW_NICKEL = { timesTenth: 1.6, fromC: 0.1, toC: 0.3 };
/**
 * A timer of this many times the hours that its limit needs at the set current, or of these
 * minutes more, guards nothing.
 */
const TIMER = { times: 4, min: 13 * 60 };

/** What is wrong with the limits that were set: they guard nothing. */
function looseLimits(c: DrawnCase, s: Solution, holdsAh: number): string | null {
	const { settings, resolved: r } = s;
	const limit = 'capacityLimitAh' in c.keyed ? null : settings.capacityLimitAh;
	if (limit === null) return null;
	const { family } = r.chemistry;
	const rateC = settings.currentA / holdsAh;
	const slow = family === 'nickel' && rateC <= SLOW_NICKEL.fromC + 1e-9 && r.taskData.moves !== 'out';
	const most = slow ? SLOW_NICKEL.timesTenth : LIMIT_TIMES[family];
	const held = c.context.charger.held.find((h) => h.kind === 'capacityLimitAh')!;
	if (limit > Math.max(most * holdsAh + held.step + 1e-6, held.min))
		return `a limit of ${limit} Ah around a pack of ${holdsAh} Ah at ${rateC.toFixed(2)}C`;
	if (
		family === 'nickel' &&
		r.taskData.moves === 'in' &&
		rateC > 0.2 + 1e-6 &&
		rateC < SLOW_NICKEL.toC - 1e-6
	)
		return `${settings.currentA} A into a nickel pack of ${holdsAh} Ah: no peak, and too fast for time`;
	const timer = 'safetyTimerMin' in c.keyed ? null : settings.safetyTimerMin;
	if (timer === null || r.taskData.moves !== 'in' || r.taskData.recovers) return null;
	const packV = c.context.pack.cells * Math.max(settings.endVoltageV, r.chemistry.voltages.nominalV);
	const amps = Math.min(
		settings.currentA,
		r.channel.powerW / packV,
		(r.charger.sharedPowerW ?? Infinity) / packV
	);
	const bleeds =
		settings.balance && r.channel.balanceCurrentA > 0 ? (60 * 0.6 * holdsAh) / r.channel.balanceCurrentA : 0;
	// What serves the next charges too is made for all that the pack holds.
	const hours = (60 * Math.max(limit, LIMIT_TIMES[family] * holdsAh)) / amps;
	if (timer > Math.max(TIMER.times * hours, hours + TIMER.min) + bleeds + 60)
		return `a timer of ${timer} min around ${limit} Ah at ${amps.toFixed(2)} A`;
	return null;
}

/** Whether every number in it is one. */
function finite(data: unknown, path = ''): string | null {
	if (typeof data === 'number') return Number.isFinite(data) ? null : `${path} is ${data}`;
	if (typeof data !== 'object' || data === null) return null;
	for (const [key, value] of Object.entries(data)) {
		const found = finite(value, `${path}.${key}`);
		if (found) return found;
	}
	return null;
}

/**
 * What the reading's age leaves of its temperature: the coldest and the warmest the pack may be
 * now.
 */
function mayBe({ context: { reading, ambientDegC, now } }: DrawnCase): [number, number] {
	const t = reading?.temperatureDegC ?? null;
	if (reading === null || t === null) return [ambientDegC, ambientDegC];
	const fresh = Math.abs(Date.parse(now) - Date.parse(reading.takenAt)) <= 3600e3;
	return fresh ? [t, t] : [Math.min(t, ambientDegC), Math.max(t, ambientDegC)];
}

/** What the run of another pack breaks, at this step, s; null when all of it holds. */
function brokenRun(c: DrawnCase, s: Solution, other: PackModel, dtS: number): string | null {
	const { reading } = c.context;
	const { settings, resolved: r } = s;
	const lithium = LITHIUM[c.context.pack.chemistry as keyof typeof LITHIUM] ?? null;
	const legs = legsOf(r, { ...settings, safetyTimerMin: settings.safetyTimerMin ?? 2880 });
	const out = runLegs(other, legs, { dtS, traceEveryS: 60 });
	if (lithium && out.highestCellV > lithium.cell + 1e-6) return `a cell at ${out.highestCellV} V`;
	const began = reading?.cellVoltagesV ? Math.min(...reading.cellVoltagesV) : Infinity;
	const down = out.legs.some((l) => l.kind === 'discharge' && l.timeS > 120);
	if (lithium && down && out.lowestCellV !== null && began > lithium.floor + 0.2) {
		const least = lithium.floor - r.channel.voltageAccuracyV - STEP_V;
		if (out.lowestCellV < least) return `a cell emptied to ${out.lowestCellV} V`;
	}
	const powerW = Math.min(
		r.channel.powerW,
		r.charger.sharedPowerW === null ? Infinity : Math.max(0, r.charger.sharedPowerW - c.context.othersOutputW)
	);
	for (const [k, amps] of out.trace.currentA.entries()) {
		const watts = out.trace.packV[k] * amps;
		if (watts > powerW + 0.01) return `${watts} W from ${powerW}`;
		if (-watts > r.channel.dischargePowerW + 0.01) return `${-watts} W to be turned into heat`;
	}
	// A timer of the program's own lets such a pack come to its end, unless one cell of it is worn
	// out, which is asked about.
	const ohm = [...(reading?.cellResistancesOhm ?? [])].sort((a, b) => a - b);
	const worn = ohm.length > 0 && ohm.at(-1)! > WORN_TIMES * ohm[Math.floor((ohm.length - 1) / 2)];
	const own = !('safetyTimerMin' in c.keyed) && settings.safetyTimerMin !== null && !r.taskData.limitEndsWell;
	// What the charger's longest timer cuts and may be started again goes in stages, with a finding.
	const inStages = s.findings.some((f) => f.rule === 'timer-too-short');
	const served = r.taskData.fills && Math.min(...out.endSoc) >= NEARLY_FULL;
	if (own && !worn && !inStages && !served && out.endReason === 'timer' && settings.safetyTimerMin! < 2880)
		return `the timer of ${settings.safetyTimerMin} min cuts it`;
	return null;
}

/**
 * The first thing that is broken by this answer to this case, in words; null when all of it
 * holds.
 */
export function broken(c: DrawnCase, s: Solution): string | null {
	const { pack, reading } = c.context;
	const { settings, resolved: r, forecast } = s;
	const odd = finite({ settings, forecast, findings: s.findings, decisions: s.decisions });
	if (odd) return odd;
	const stops = s.findings.filter((f) => f.severity === 'stop');
	if (!s.proposed) return stops.some((f) => f.sentence.length > 20) ? null : 'a refusal without a reason';
	if (stops.length) return 'proposed although it is stopped';
	const { family } = chemistryOf(pack.chemistry);
	const lithium = LITHIUM[pack.chemistry as keyof typeof LITHIUM] ?? null;
	const [coldest, warmest] = mayBe(c);
	const charges = !discharges(r, settings) || r.taskData.moves === 'both';
	const holdsAh = Math.min(pack.capacityAh, pack.measuredCapacityAh ?? Infinity);

	const loose = looseLimits(c, s, holdsAh);
	if (loose) return loose;
	if (pack.condition !== 'in service') return 'a pack that is out of service';
	if (warmest > HOT_DEG_C) return `started at ${warmest} °C`;
	if (charges) {
		if (coldest < COLD_DEG_C[family]) return `charged at ${coldest} °C`;
		const most = pack.labelChargeRateC ?? lithium?.noLabelC ?? 1;
		if (settings.currentA > most * holdsAh + 1e-6)
			return `${settings.currentA} A into ${holdsAh} Ah, of which the label allows ${most}C`;
		if (lithium && coldest < 10 && settings.currentA > 0.2 * holdsAh + 1e-6)
			return `${settings.currentA} A into ${holdsAh} Ah at ${coldest} °C`;
		if (lithium) {
			if (settings.endVoltageV > lithium.end + 1e-9) return `ends at ${settings.endVoltageV} V`;
			if (pack.makerEndVoltageV !== null && settings.endVoltageV > pack.makerEndVoltageV + 1e-9)
				return `ends at ${settings.endVoltageV} V, its maker says ${pack.makerEndVoltageV}`;
			const unproved =
				pack.chemistry === 'lihv' && pack.labelVoltageV === null && pack.makerEndVoltageV === null;
			if (unproved && settings.endVoltageV > 4.2 + 1e-9) return 'LiHV of which nothing is proved';
			if (reading && reading.cellVoltagesV === null && pack.cells > 1) {
				const sum = reading.packVoltageV ?? 0;
				const full = pack.chemistry === 'life' ? 3.65 : pack.chemistry === 'liion' ? 4.2 : 4.2;
				if (sum <= (pack.cells - 1) * full) return `${sum} V may be ${pack.cells - 1} cells`;
			}
			if (reading?.cellVoltagesV?.some((v) => v > lithium.cell)) return 'a cell is over its limit already';
		}
	}

	// Another pack than the forecast's: a little smaller, of more resistance, and the charger as
	// wrong as it may be.
	const guess = packModel(r);
	const other = {
		...guess,
		capacityAh: guess.capacityAh.map((ah, i) => ah * (i % 2 ? 0.98 : 0.96)),
		seriesOhm: guess.seriesOhm.map((ohm) => ohm * 1.15),
		relaxOhm: guess.relaxOhm.map((ohm) => ohm * 1.15)
	};
	// Fine enough for a run of minutes; a longer one changes slowly. What breaks at a coarse step is
	// looked at with a fine one.
	const dtS = Math.min(10, Math.max(0.5, (forecast?.best.timeS ?? 0) / 300));
	return brokenRun(c, s, other, dtS) && brokenRun(c, s, other, FINE_S);
}
