/**
 * One CC-CV charge of a 3S pack against ngspice: the same circuit, table and interpolation,
 * another solver (adaptive trapezoidal, reltol 1e-6). It proves the code that steps the charge,
 * not the physics.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { lipo } from '../../core/chemistry/lipo';
import { runCharge } from '../../core/simulate/run-legs';
import { interpolate, runSpice } from '../support/ngspice';
import { aChargeControl, aPackModel } from '../support/pack-models';

const MODEL = aPackModel(
	{
		curve: lipo.curve,
		capacityAh: [2.6, 2.5, 2.62],
		startSoc: [0.2, 0.22, 0.19],
		seriesOhm: [0.0046, 0.0052, 0.0049],
		relaxOhm: [0.0135, 0.0135, 0.0142]
	},
	{ relaxS: 180, heatCapacityJPerK: 180, coolingS: 1500 }
);
/**
 * The power limit is chosen so that the charge goes through constant current, power and voltage.
 */
const CONTROL = aChargeControl({
	currentA: 2.6,
	endVoltageV: 4.2,
	powerW: 31,
	taperA: 0.26,
	balanceFromV: 4
});

const spice = runSpice(MODEL, CONTROL, 5200);
/** When the current of the other solver passes the taper end on its way down. */
const spiceEndS = (() => {
	const k = spice.currentA.findIndex((i, n) => n > 10 && i <= CONTROL.taperA);
	assert.ok(k > 0, 'the circuit reaches the taper end');
	const [t0, t1] = [spice.timeS[k - 1], spice.timeS[k]];
	const [i0, i1] = [spice.currentA[k - 1], spice.currentA[k]];
	return t0 + ((CONTROL.taperA - i0) / (i1 - i0)) * (t1 - t0);
})();

test('cells agree within 1 mV at equal charge, outside 2 s around a change of phase', () => {
	const ours = runCharge(MODEL, CONTROL, { dtS: 1, traceEveryS: 1 });
	assert.deepEqual(
		ours.phases.map((p) => p.phase),
		['constant current', 'constant power', 'constant voltage']
	);
	let worst = 0;
	let compared = 0;
	ours.trace.timeS.forEach((t, k) => {
		if (t < 2 || ours.phases.some((p) => Math.abs(p.fromS - t) <= 2)) return;
		for (let c = 0; c < 3; c++) {
			const other = interpolate(spice.chargeAh, spice.cellV[c], ours.trace.chargeAh[k]);
			worst = Math.max(worst, Math.abs(other - ours.trace.cellV[c][k]));
			compared++;
		}
	});
	assert.ok(compared > 6000);
	assert.ok(worst <= 1e-3, `worst difference ${(worst * 1000).toFixed(3)} mV`);
});

test('end time agrees within 0.3 %, charge within 0.2 %', () => {
	const ours = runCharge(MODEL, CONTROL, { dtS: 1, traceEveryS: 0 });
	assert.equal(ours.endReason, 'full');
	assert.ok(
		Math.abs(ours.timeS / spiceEndS - 1) <= 0.003,
		`${ours.timeS} s against ${spiceEndS.toFixed(1)} s`
	);
	const charge = interpolate(spice.timeS, spice.chargeAh, spiceEndS);
	assert.ok(Math.abs(ours.chargeAh / charge - 1) <= 0.002, `${ours.chargeAh} Ah against ${charge} Ah`);
});

test('halving the step converges on the other solver', () => {
	const error = (dtS: number) => {
		const ours = runCharge(MODEL, { ...CONTROL, taperA: 0.001, timerS: 4400 }, { dtS, traceEveryS: 0 });
		assert.equal(ours.timeS, 4400);
		return Math.abs(ours.chargeAh - interpolate(spice.timeS, spice.chargeAh, 4400));
	};
	const [coarse, middle, fine] = [error(20), error(10), error(5)];
	assert.ok(middle < 0.65 * coarse && fine < 0.65 * middle, `${coarse} ${middle} ${fine}`);
});
