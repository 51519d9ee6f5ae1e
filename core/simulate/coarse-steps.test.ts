/** Steps of half a minute and more, as forecasts take them, end where steps of a second end. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { aMultiCharger, nimhPack } from '../../tests/support/rule-cases';
import { chemistryOf } from '../chemistry/catalogue';
import { ocvAt } from '../chemistry/curve';
import { packModel } from '../forecast/assume';
import { NO_DEPARTURE } from '../forecast/departure';
import { legsOf } from '../forecast/program-legs';
import { solve } from '../program/solve';
import { runLegs } from './run-legs';

for (const chemistry of ['life', 'lipo', 'liion'])
	test(`${chemistry}: balancing levels the cells and ends, however long the steps`, () => {
		const { curve } = chemistryOf(chemistry);
		const s = solve(
			aContext({
				pack: aPack({ chemistry, cells: 2, capacityAh: 1.4, measuredCapacityAh: 1.4, labelChargeRateC: 1 }),
				reading: aReading([ocvAt(curve, 0.3), ocvAt(curve, 0.304)]),
				charger: aMultiCharger()
			})
		);
		const r = s.resolved;
		const at = (dtS: number) =>
			runLegs(packModel(r), legsOf(r, { ...s.settings, safetyTimerMin: null, capacityLimitAh: null }), {
				dtS,
				traceEveryS: 0
			});
		const fine = at(1);
		assert.equal(fine.endReason, 'full');
		for (const dtS of [20, 45, 135]) {
			const coarse = at(dtS);
			assert.equal(coarse.endReason, 'full', `steps of ${dtS} s`);
			assert.ok(
				Math.abs(coarse.timeS - fine.timeS) < 0.06 * fine.timeS + 2 * dtS,
				`${coarse.timeS} s and ${fine.timeS} s`
			);
		}
	});

test('without a false peak no empty nickel pack ends early, up to half more resistance than usual', () => {
	for (const capacityAh of [1.2, 3])
		for (const resistance of [-0.7, 0, 0.25, 0.45]) {
			const pack = nimhPack({ capacityAh, labelChargeRateC: 1 });
			const reading = aReading([], { cellVoltagesV: null, packVoltageV: 6.3 });
			const s = solve(
				aContext({ pack, reading, charger: aMultiCharger(), task: 'charge', purpose: 'hurry' })
			);
			const departure = { ...NO_DEPARTURE, resistance, soc: -0.1 };
			const free = { ...s.settings, safetyTimerMin: null, capacityLimitAh: null, temperatureLimitDegC: null };
			const outcome = runLegs(packModel(s.resolved, departure), legsOf(s.resolved, free, departure), {
				dtS: 5,
				traceEveryS: 0
			});
			assert.ok(
				outcome.chargeAh > 0.9 * capacityAh,
				`${outcome.chargeAh} Ah into ${capacityAh} Ah at ${resistance}`
			);
		}
});

/** Currents and bleeds, A, on 1.4 Ah: from a fifth of the current to six times as much. */
const BLEEDS = [
	[0.1, 0.05],
	[0.1, 0.15],
	[0.1, 0.6],
	[0.4, 0.3],
	[0.4, 0.6],
	[1.4, 0.6],
	[0.7, 2]
] as const;

for (const chemistry of ['lipo', 'lihv', 'liion', 'life'])
	test(`${chemistry}: a forecast agrees within 1 % with steps of a second, whatever the charger bleeds`, () => {
		const { curve } = chemistryOf(chemistry);
		for (const [currentA, balanceCurrentA] of BLEEDS) {
			const s = solve(
				aContext({
					pack: aPack({ chemistry, cells: 3, capacityAh: 1.4, measuredCapacityAh: 1.4, labelChargeRateC: 2 }),
					reading: aReading([ocvAt(curve, 0.3), ocvAt(curve, 0.32), ocvAt(curve, 0.29)]),
					charger: aMultiCharger({}, { balanceCurrentA, minCurrentA: 0.05, currentStepA: 0.05 })
				}),
				{ currentA }
			);
			const free = { ...s.settings, safetyTimerMin: null, capacityLimitAh: null, temperatureLimitDegC: null };
			const fine = runLegs(packModel(s.resolved), legsOf(s.resolved, free), { dtS: 1, traceEveryS: 0 });
			const { best } = s.forecast!;
			const where = `${currentA} A, ${balanceCurrentA} A bled: ${best.timeS} and ${fine.timeS} s`;
			assert.deepEqual([fine.endReason, best.endReason], ['full', 'full'], where);
			assert.ok(Math.abs(best.timeS / fine.timeS - 1) < 0.01, where);
			assert.ok(
				Math.abs(best.chargeAh / fine.chargeAh - 1) < 0.01,
				`${best.chargeAh} and ${fine.chargeAh} Ah`
			);
		}
	});
