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
