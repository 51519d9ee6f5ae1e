/**
 * Situations drawn at random, from the ordinary to the absurd: worn packs, old or missing
 * readings, cold rooms, labels that contradict, channels that fix what they like, and figures
 * that a person keyed. Everything is what the schemas allow.
 */
import { CHEMISTRIES } from '../../core/chemistry/catalogue';
import type { Chemistry } from '../../core/chemistry/chemistry';
import { ocvAt } from '../../core/chemistry/curve';
import type { Pack } from '../../core/pack/pack';
import type { ReadingInput } from '../../core/pack/reading';
import type { ProgramContext } from '../../core/request/context';
import type { Overrides } from '../../core/request/settings';
import { TASKS } from '../../core/request/task';
import { uniform } from '../../core/simulate/random';
import { aContext, aPack, aReading, aSupply, held, NOW } from '../../tests/support/bench-chargers';
import { aMultiCharger } from '../../tests/support/rule-cases';

export interface DrawnCase {
	context: ProgramContext;
	keyed: Overrides;
}

type Draw = ReturnType<typeof drawing>;

function drawing(seed: number) {
	const next = uniform(seed);
	const between = (low: number, high: number) => low + (high - low) * next();
	return {
		between,
		whole: (low: number, high: number) => Math.floor(between(low, high + 1)),
		chance: (share: number) => next() < share,
		one: <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)],
		/** Spread over decades. */
		log: (low: number, high: number) => low * (high / low) ** next()
	};
}

/** Mostly of a room, sometimes of a winter's or a summer's day. */
const degC = (d: Draw) => to(d.chance(0.8) ? d.between(8, 34) : d.between(-15, 55), 0);
const to = (value: number, digits: number) => Number(value.toFixed(digits));

function packOf(d: Draw, chemistry: Chemistry): Pack {
	const cells = d.whole(chemistry.cells.min, chemistry.cells.max);
	const capacityAh = to(d.chance(0.9) ? d.log(0.3, 12) : d.log(0.05, 40), 3);
	const { printedV, setMaxV, chargeEndV } = chemistry.voltages;
	const printed = d.chance(0.5)
		? cells * d.one(printedV)
		: d.chance(0.1)
			? d.whole(1, 14) * d.one([1.2, 2, 3.3, 3.6, 3.7, 3.8])
			: null;
	return aPack({
		chemistry: chemistry.id,
		cells,
		capacityAh,
		measuredCapacityAh: d.chance(0.4) ? to(capacityAh * d.between(0.3, 1.1), 4) : null,
		labelChargeRateC: d.chance(0.5) ? to(d.log(0.1, 12), 2) : null,
		labelVoltageV: printed === null ? null : to(Math.max(0.5, Math.min(80, printed)), 1),
		makerEndVoltageV: d.chance(0.2) ? to(d.between(chargeEndV - 0.2, setMaxV + 0.05), 2) : null,
		connectorId: d.one([null, 'signal-2', 'block-small', 'block-large']),
		balanceLead: d.chance(0.6),
		firstUsedOn: d.chance(0.4) ? '2021-03-01' : null
	});
}

function readingOf(d: Draw, pack: Pack, chemistry: Chemistry): ReadingInput | null {
	if (d.chance(0.08)) return null;
	const soc = d.chance(0.85) ? d.between(0, 1) : d.between(-0.05, 1.06);
	const uneven = d.chance(0.85) ? 0.01 : d.between(0, 0.3);
	const cells = Array.from({ length: pack.cells }, () =>
		to(Math.max(-3, Math.min(6, ocvAt(chemistry.curve, soc - uneven * d.between(0, 1)))), 3)
	);
	const sum = to(
		Math.max(
			0,
			Math.min(
				90,
				cells.reduce((a, b) => a + b, 0)
			)
		),
		2
	);
	const bySum = d.chance(0.45);
	const hours = d.chance(0.6) ? d.between(0, 0.9) : d.log(1, 2000);
	return aReading(cells, {
		cellVoltagesV: bySum ? null : cells,
		packVoltageV: bySum || d.chance(0.2) ? sum : null,
		takenAt: new Date(Date.parse(NOW) - hours * 3600e3 * (d.chance(0.98) ? 1 : -1)).toISOString(),
		temperatureDegC: d.chance(0.7) ? degC(d) : null,
		state: d.one(['rest', 'rest', 'rest', 'just used', 'loaded']),
		usedSince: d.one(['not said', 'not used', 'used', 'until it faded']),
		cellResistancesOhm: d.chance(0.2)
			? Array.from({ length: pack.cells }, () => to(d.log(0.0005, 0.2), 5))
			: null,
		chargerCellsV:
			!bySum && d.chance(0.1) ? Array.from({ length: pack.cells }, () => to(d.between(3, 4.2), 3)) : null
	});
}

function chargerOf(d: Draw, chemistry: Chemistry) {
	const fixedEnd = d.chance(0.15);
	const low = chemistry.voltages.chargeEndV - d.between(0, 0.3);
	const heldOf = (kind: 'safetyTimerMin' | 'capacityLimitAh' | 'temperatureLimitDegC', range: object) =>
		d.chance(0.85) ? [held({ kind, ...range })] : [];
	return aMultiCharger(
		{
			sharedPowerW: d.chance(0.2) ? to(d.log(20, 800), 0) : null,
			held: [
				...heldOf('safetyTimerMin', { heldValue: 120, min: 5, max: d.one([240, 999, 2880, 2880]) }),
				...heldOf('capacityLimitAh', { heldValue: 5, min: 0.05, max: d.one([5, 50, 100]), step: 0.01 }),
				...heldOf('temperatureLimitDegC', { heldValue: 45, min: 20, max: 80 })
			]
		},
		{
			powerW: to(d.log(25, 1500), 0),
			minCurrentA: d.one([0.05, 0.05, 0.1, 0.1, 0.5]),
			maxCurrentA: to(d.log(1, 60), 1),
			currentStepA: d.one([0.05, 0.05, 0.1, 0.1, 0.5]),
			fixedCurrentA: d.chance(0.08) ? to(d.log(0.3, 6), 1) : null,
			endVoltageStepV: fixedEnd ? null : d.one([0.01, 0.05]),
			voltageAccuracyV: to(d.chance(0.8) ? d.between(0, 0.02) : d.between(0, 0.06), 3),
			balancePortCells: d.one([0, 4, 6, 14]),
			balanceCurrentA: d.one([0, 0.2, 0.6]),
			dischargePowerW: d.one([0, 5, 30, 30, 300]),
			dischargeCurrentA: d.one([0, 1, 2, 5, 5, 20]),
			hasProbe: d.chance(0.5),
			storageCurrentA: d.chance(0.1) ? 1 : null,
			storageV: d.chance(0.1) ? 3.7 : null,
			...(fixedEnd && d.chance(0.5)
				? {
						chemistries: [
							{
								chemistry: chemistry.id,
								minCells: 1,
								maxCells: 24,
								endVoltageMinV: to(low, 2),
								endVoltageMaxV: to(low, 2)
							}
						]
					}
				: {})
		}
	);
}

/** What a person keyed; mostly nothing, sometimes nonsense. */
function keyedOf(d: Draw, chemistry: Chemistry): Overrides {
	if (d.chance(0.6)) return {};
	const { hardFloorV, cellMaxV } = chemistry.voltages;
	const keyed: Overrides = {};
	if (d.chance(0.5)) keyed.currentA = to(d.log(0.05, 60), 2);
	if (d.chance(0.3)) keyed.endVoltageV = to(d.between(hardFloorV * 0.6, cellMaxV + 0.1), 2);
	if (d.chance(0.3)) keyed.dischargeEndV = to(d.between(hardFloorV * 0.8, chemistry.voltages.chargeEndV), 2);
	if (d.chance(0.2)) keyed.dischargeA = to(d.log(0.05, 30), 2);
	if (d.chance(0.2)) keyed.safetyTimerMin = d.chance(0.2) ? null : d.whole(5, 2880);
	if (d.chance(0.2)) keyed.capacityLimitAh = d.chance(0.2) ? null : to(d.log(0.05, 100), 2);
	if (d.chance(0.1)) keyed.temperatureLimitDegC = d.whole(20, 80);
	if (d.chance(0.1)) keyed.balance = d.chance(0.5);
	return keyed;
}

/** The case of this seed; the same seed is the same case. */
export function drawCase(seed: number): DrawnCase {
	const d = drawing(seed);
	const chemistry = d.one(CHEMISTRIES);
	const pack = packOf(d, chemistry);
	const context = aContext({
		pack,
		reading: readingOf(d, pack, chemistry),
		charger: chargerOf(d, chemistry),
		supply: d.chance(0.4) ? aSupply({ voltageV: 120, powerW: to(d.log(40, 1500), 0) }) : null,
		othersOutputW: d.chance(0.15) ? to(d.between(0, 150), 0) : 0,
		ambientDegC: degC(d),
		task: d.one(d.chance(0.95) ? TASKS.filter((t) => t.families.includes(chemistry.family)) : TASKS).id,
		purpose: d.one(['gentle', 'standard', 'hurry'])
	});
	return { context, keyed: keyedOf(d, chemistry) };
}
