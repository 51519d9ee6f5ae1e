import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aContext, aPack, aReading } from '../../tests/support/bench-chargers';
import { aMultiCharger } from '../../tests/support/rule-cases';
import { packModel } from '../forecast/assume';
import { legsOf } from '../forecast/program-legs';
import { solve } from '../program/solve';
import { runLegs } from '../simulate/run-legs';
import { capacityIn, legsIn } from './legs';
import { emptyTelemetry } from '../simulate/telemetry';

function cycleRun(order: 'down first' | 'up first', cycles: number) {
	const s = solve(
		aContext({
			pack: aPack({ cells: 1, capacityAh: 1, measuredCapacityAh: 0.9, connectorId: null }),
			reading: aReading([3.8]),
			charger: aMultiCharger({}, { dischargePowerW: 20, dischargeCurrentA: 2 }),
			task: 'cycle'
		}),
		{ order, cycles, restMin: 10, dischargeA: 0.5 }
	);
	return runLegs(
		packModel(s.resolved),
		legsOf(s.resolved, { ...s.settings, safetyTimerMin: null, capacityLimitAh: null }),
		{
			dtS: 5,
			traceEveryS: 20
		}
	);
}

test('the legs read from the samples are the legs that ran: kinds, minutes and charge', () => {
	const outcome = cycleRun('up first', 2);
	const legs = legsIn(outcome.trace);
	assert.deepEqual(
		legs.map((l) => l.kind),
		outcome.legs.map((l) => l.kind)
	);
	assert.equal(legs[0].fromS, 0);
	legs.forEach((leg, k) => {
		if (k > 0) assert.equal(leg.fromS, legs[k - 1].fromS + legs[k - 1].timeS);
		assert.ok(Math.abs(leg.timeS - outcome.legs[k].timeS) <= 40, `leg ${k}: ${leg.timeS} s`);
		if (leg.kind !== 'rest')
			assert.ok(Math.abs(leg.chargeAh - outcome.legs[k].chargeAh) < 0.01, `leg ${k}: ${leg.chargeAh} Ah`);
	});
});

test('a discharge that followed a charge measured the capacity; one that did not says nothing', () => {
	const up = capacityIn(legsIn(cycleRun('up first', 1).trace))!;
	// From full to the everyday end of 3.3 V a little stays in.
	assert.ok(up > 0.8 && up < 0.92, `${up} Ah of 0.9`);
	assert.equal(capacityIn(legsIn(cycleRun('down first', 1).trace)), null);
	assert.ok(capacityIn(legsIn(cycleRun('down first', 2).trace))! > 0.8);
});

test('two discharges in a row are told apart by the charge that starts anew; nothing gives no legs', () => {
	const t = emptyTelemetry(0);
	[
		[10, -1, 0.01],
		[20, -1, 0.02],
		[30, -1, 0.005],
		[40, -1, 0.015]
	].forEach(([timeS, currentA, chargeAh]) => {
		t.timeS.push(timeS);
		t.currentA.push(currentA);
		t.chargeAh.push(chargeAh);
		t.packV.push(3.7);
		t.temperatureDegC.push(20);
	});
	assert.deepEqual(
		legsIn(t).map((l) => [l.kind, l.timeS, l.chargeAh]),
		[
			['discharge', 20, 0.02],
			['discharge', 20, 0.015]
		]
	);
	assert.deepEqual(legsIn(emptyTelemetry(2)), []);
	assert.equal(capacityIn([]), null);
});

test('a milliampere is a rest, a little more is a current', () => {
	const kinds = (currentA: number) => {
		const t = emptyTelemetry(1);
		for (const timeS of [0, 10, 20]) {
			t.timeS.push(timeS);
			t.currentA.push(currentA);
			t.chargeAh.push(0);
			t.packV.push(3.7);
			t.temperatureDegC.push(20);
		}
		return legsIn(t).map((l) => l.kind);
	};
	assert.deepEqual(kinds(0.001), ['rest']);
	assert.deepEqual(kinds(-0.001), ['rest']);
	assert.deepEqual(kinds(0.0011), ['charge']);
	assert.deepEqual(kinds(-0.0011), ['discharge']);
});
