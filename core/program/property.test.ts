/**
 * Over all chemistries, tasks, purposes, chargers and supplies: no proposal breaks a Stop at any
 * moment of its simulated run; what is set is within the set limit; every simulated cell stays
 * within the cell limit at the 99th percentile.
 */
import { aRunEvent } from '../../tests/support/pack-events';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { aContext, aPack, aReading, aSupply, held, NOW } from '../../tests/support/bench-chargers';
import { aMultiCharger } from '../../tests/support/rule-cases';
import { dischargeLimitsAt, limitsAt } from '../charger/envelope';
import { CHEMISTRIES, chemistryOf } from '../chemistry/catalogue';
import { setMaxAt } from '../chemistry/compensation';
import { ocvAt } from '../chemistry/curve';
import { READING } from '../pack/reading';
import { packModel } from '../forecast/assume';
import { NO_DEPARTURE } from '../forecast/departure';
import { legsOf, timedAh } from '../forecast/program-legs';
import { isOnStep } from '../quantity/step';
import { runLegs } from '../simulate/run-legs';
import { solve, type Solution } from './solve';
import { TASKS } from '../request/task';

/** Doubles spread evenly, not crowded near zero. */
const between = (low: number, high: number) =>
	fc.integer({ min: 0, max: 1_000_000 }).map((n) => low + ((high - low) * n) / 1_000_000);

const MOST_CELLS = { lithium: 14, nickel: 20, lead: 12 };

const anything = fc.record({
	chemistry: fc.constantFrom(...CHEMISTRIES.map((c) => c.id)),
	task: fc.constantFrom(...TASKS.map((t) => t.id)),
	purpose: fc.constantFrom('gentle' as const, 'standard' as const, 'hurry' as const),
	cells: between(0, 1),
	capacityAh: between(0.2, 15),
	label: fc.option(between(0.2, 8)),
	soc: between(0.02, 1),
	unevenSoc: between(0, 0.04),
	balanceLead: fc.boolean(),
	degC: between(3, 39),
	powerW: between(15, 600),
	maxCurrentA: between(1, 30),
	stepA: fc.constantFrom(0.05, 0.1, 0.2),
	endStep: fc.constantFrom(null, 0.01),
	accuracy: between(0, 0.03),
	dischargePowerW: fc.constantFrom(0, 5, 30, 150),
	portCells: fc.constantFrom(0, 6, 14),
	supplyW: fc.option(between(20, 900)),
	sharedPowerW: fc.option(between(30, 700)),
	tasks: fc.subarray(
		TASKS.map((t) => t.id),
		{ minLength: 1 }
	),
	fullness: fc.constantFrom('full' as const, 'a little less' as const),
	rounding: fc.constantFrom('down' as const, 'nearest' as const),
	guards: fc.constantFrom('per pack' as const, 'largest pack' as const, 'off' as const),
	noLabelC: fc.option(between(0.2, 4)),
	usedSince: fc.constantFrom(...READING.usedSince.options),
	lastRun: fc.option(
		fc.record({
			endReason: fc.constantFrom('full' as const, 'timer' as const, 'stopped' as const),
			chargeAh: fc.option(between(0, 3)),
			hoursAgo: between(0, 400)
		})
	)
});
type Anything = typeof anything extends fc.Arbitrary<infer T> ? T : never;

const ago = (hours: number): string => new Date(Date.parse(NOW) - hours * 3600e3).toISOString();
const pastRun = ({ endReason, chargeAh, hoursAgo }: NonNullable<Anything['lastRun']>) =>
	aRunEvent({ endReason, chargeAh, startedAt: ago(hoursAgo + 2), endedAt: ago(hoursAgo) });

function contextOf(a: Anything) {
	const chemistry = chemistryOf(a.chemistry);
	const lithium = chemistry.family === 'lithium';
	const cells = 1 + Math.floor(a.cells * (MOST_CELLS[chemistry.family] - 1));
	const low = chemistry.recovery ? chemistry.recovery.belowV - 0.04 : 0;
	const volts = Array.from({ length: cells }, (_, i) =>
		a.task === 'recover' && lithium ? low : ocvAt(chemistry.curve, a.soc - (i === 0 ? a.unevenSoc : 0))
	);
	const byCell = lithium && (a.balanceLead || cells === 1);
	return aContext({
		pack: aPack({
			chemistry: chemistry.id,
			cells,
			capacityAh: a.capacityAh,
			labelChargeRateC: a.label,
			balanceLead: lithium && a.balanceLead,
			connectorId: null
		}),
		reading: aReading([], {
			cellVoltagesV: byCell ? volts : null,
			packVoltageV: byCell ? null : volts.reduce((x, y) => x + y, 0),
			temperatureDegC: a.degC,
			usedSince: a.usedSince,
			lowFor: 'a day at most'
		}),
		charger: aMultiCharger(
			{
				sharedPowerW: a.sharedPowerW,
				held: [
					held({ kind: 'safetyTimerMin', heldValue: 120, min: 5, max: 2880 }),
					held({ kind: 'capacityLimitAh', heldValue: 5, min: 0.01, max: 60, step: 0.01 }),
					held({ kind: 'temperatureLimitDegC', heldValue: 45, min: 20, max: 80 })
				]
			},
			{
				powerW: a.powerW,
				maxCurrentA: a.maxCurrentA,
				minCurrentA: a.stepA,
				currentStepA: a.stepA,
				endVoltageStepV: a.endStep,
				voltageAccuracyV: a.accuracy,
				dischargePowerW: a.dischargePowerW,
				dischargeCurrentA: a.dischargePowerW === 0 ? 0 : 5,
				balancePortCells: a.portCells,
				tasks: a.tasks
			}
		),
		supply: a.supplyW === null ? null : aSupply({ voltageV: 200, powerW: a.supplyW }),
		ambientDegC: a.degC,
		task: a.task,
		purpose: a.purpose,
		around: {
			practice: {
				person: { fullness: a.fullness, stepRounding: a.rounding, guards: a.guards, noLabelC: a.noLabelC },
				program: {}
			},
			largest: {
				safetyTimerMin: { value: 1500, pack: 'Largest' },
				capacityLimitAh: { value: 30, pack: 'Largest' }
			},
			events: a.lastRun ? [pastRun(a.lastRun)] : []
		}
	});
}

/** Every moment of the run, with the charger as wrong as it may be, keeps every limit. */
function keepsEveryLimit(s: Solution, a: Anything): void {
	const { resolved: r, settings } = s;
	const { voltages } = r.chemistry;
	const worst = { ...NO_DEPARTURE, voltageV: a.accuracy };
	const outcome = runLegs(packModel(r), legsOf(r, settings, worst), { dtS: 15, traceEveryS: 60 });
	outcome.trace.packV.forEach((packV, k) => {
		const current = outcome.trace.currentA[k];
		if (current > 0) {
			for (const limit of limitsAt(r.envelope, packV)) {
				// Half a step above the purpose is what "nearest" means.
				const slack = limit.id === 'purpose rate' && a.rounding === 'nearest' ? a.stepA / 2 : 0;
				assert.ok(current <= limit.currentA + slack + 1e-6, `${limit.label}: ${current} A at ${packV} V`);
			}
		} else if (current < 0)
			for (const limit of dischargeLimitsAt(r.envelope, packV, Infinity, ''))
				assert.ok(-current <= limit.currentA + 1e-6, `${limit.label}: ${-current} A at ${packV} V`);
	});
	assert.ok(outcome.highestCellV <= voltages.cellMaxV + 1e-6, `a cell at ${outcome.highestCellV} V`);
	// Of lithium every cell keeps its floor; nickel and lead are emptied by the pack. One that
	// begins at its end is left after one step, which may dip under it.
	const down = outcome.legs.filter((l) => l.kind === 'discharge');
	const floorCounts = r.pack.cells === 1 || r.chemistry.traits.cellsDiffer;
	if (outcome.lowestCellV !== null && floorCounts && down.every((l) => l.timeS > 60))
		assert.ok(
			outcome.lowestCellV >= voltages.hardFloorV - a.accuracy - 0.05,
			`a cell at ${outcome.lowestCellV} V`
		);
	if (outcome.lowestCellV !== null) assert.ok(outcome.lowestCellV > 0, 'no cell is driven backwards');
}

test('property: whatever is proposed keeps every limit, at every moment, for every chemistry and task', () => {
	const proposed: Record<string, number> = {};
	let refusals = 0;
	fc.assert(
		fc.property(anything, (a) => {
			const s = solve(contextOf(a));
			if (!s.proposed) {
				refusals++;
				const stops = s.findings.filter((f) => f.severity === 'stop');
				assert.ok(stops.length > 0 && stops.every((f) => f.sentence.length > 20), 'a refusal says why');
				return;
			}
			const { resolved: r, settings } = s;
			proposed[`${r.chemistry.family} ${a.task}`] = (proposed[`${r.chemistry.family} ${a.task}`] ?? 0) + 1;
			assert.ok(isOnStep(settings.currentA, a.stepA));
			if (r.taskData.moves !== 'out')
				assert.ok(settings.endVoltageV <= setMaxAt(r.chemistry, r.warmestDegC) + 1e-9);
			assert.equal(settings.trickleA, null, 'trickle is never proposed');
			if (timedAh(r, settings.currentA) !== null && r.taskData.moves !== 'out')
				assert.ok(settings.capacityLimitAh !== null, 'what ends a slow nickel charge is never switched off');
			assert.ok(s.forecast!.highestCellV.p99 <= r.chemistry.voltages.cellMaxV + 1e-6);
			keepsEveryLimit(s, a);
		}),
		{ numRuns: 500, seed: 20261125 }
	);
	const kinds = Object.keys(proposed);
	assert.ok(refusals > 100, `${refusals} refusals`);
	for (const family of ['lithium', 'nickel', 'lead'])
		assert.ok(
			kinds.some((k) => k === `${family} charge`) && kinds.some((k) => k === `${family} discharge`),
			`${family}: ${JSON.stringify(proposed)}`
		);
	assert.ok(kinds.length >= 10, JSON.stringify(proposed));
});
