/** What must hold of every chemistry in the catalogue, whatever its figures are. */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { CHEMISTRIES } from './catalogue';
import { compensationV, floatAt, setMaxAt } from './compensation';
import { ocvAt, slopeAt, socAt } from './curve';
import { fillWindow } from './fill-window';

for (const c of CHEMISTRIES)
	describe(c.name, () => {
		const { voltages: v, temperatures: t, rates } = c;

		test('volts stand in the order that keeps a cell safe', () => {
			assert.ok(v.doNotChargeV <= v.hardFloorV && v.hardFloorV <= v.dischargeEndV);
			assert.ok(v.dischargeEndV < v.nominalV && v.nominalV < v.chargeEndV);
			assert.ok(v.gentleEndV.low <= v.gentleEndV.high && v.gentleEndV.high <= v.chargeEndV);
			assert.ok(v.chargeEndV <= v.setMaxV && v.setMaxV <= v.cellMaxV);
			assert.ok(v.storageWindowV.low <= v.storageV && v.storageV <= v.storageWindowV.high);
			assert.ok(v.printedV.includes(v.nominalV));
		});

		test('temperatures and rates stand in order', () => {
			assert.ok(t.leastDegC <= t.coldDegC && t.coldDegC < t.startMaxDegC && t.startMaxDegC < t.tripDegC);
			assert.ok(rates.gentleC <= rates.standardC && rates.standardC <= rates.hurryMaxC);
			assert.ok(t.coldRateC <= rates.standardC && rates.dischargeC <= rates.dischargeMaxC);
			assert.ok(c.family !== 'lithium' || rates.trickleMaxC === null, 'nothing trickles on lithium');
		});

		test('its curve rises all the way, and reads back what it says', () => {
			let before = -Infinity;
			for (let soc = 0; soc <= 1.0001; soc += 0.01) {
				const volts = ocvAt(c.curve, soc);
				assert.ok(volts > before, `at ${soc.toFixed(2)}`);
				assert.ok(slopeAt(c.curve, soc) > 0);
				assert.ok(Math.abs(socAt(c.curve, volts) - soc) < 1e-6);
				before = volts;
			}
			const window = fillWindow(c);
			assert.ok(window.low < window.high && window.high <= v.cellMaxV);
		});

		test('only lead moves its end with temperature, and floats under its end', () => {
			for (const degC of [-10, 0, 15, 25, 40, 60]) {
				const shift = compensationV(c, degC);
				if (c.endOfCharge.kind !== 'absorption') {
					assert.equal(shift, 0);
					assert.equal(floatAt(c, degC), null);
					continue;
				}
				assert.ok(degC < 25 ? shift > 0 : degC > 25 ? shift < 0 : shift === 0, `${degC} °C: ${shift}`);
				assert.ok(floatAt(c, degC)! < v.chargeEndV + shift);
				assert.ok(setMaxAt(c, degC) < v.cellMaxV);
			}
		});

		test('every group of its figures says where it comes from', () => {
			for (const [group, source] of Object.entries(c.sources)) assert.ok(source.length > 15, group);
		});
	});
