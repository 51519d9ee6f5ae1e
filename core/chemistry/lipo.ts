/** LiPo: lithium cobalt or blended oxide pouch cells with a gelled electrolyte, 4.20 V full. */
import type { Chemistry } from './chemistry';
import { curveFromAnchors } from './curve';
import { LITHIUM, LITHIUM_RATES, LITHIUM_SOURCES, lithiumRecovery } from './lithium';

export const lipo: Chemistry = {
	id: 'lipo',
	name: 'LiPo',
	...LITHIUM,
	voltages: {
		nominalV: 3.7,
		printedV: [3.7],
		chargeEndV: 4.2,
		gentleEndV: { low: 4.1, high: 4.15 },
		setMaxV: 4.2,
		cellMaxV: 4.25,
		storageV: 3.8,
		storageWindowV: { low: 3.7, high: 3.85 },
		dischargeEndV: 3.3,
		hardFloorV: 3.0,
		lookAgainV: null,
		doNotChargeV: 2.5
	},
	rates: LITHIUM_RATES,
	defaults: {
		seriesOhmAh: 0.012,
		relaxOhmAh: 0.035,
		relaxS: 180,
		resistanceDoublesPerK: 20,
		heatCapacityJPerKAh: 23,
		coolingS: 1500,
		coulombicEfficiency: 1,
		selfDischargePerMonth: 0.03,
		restUncertaintyV: 0
	},
	storage: { kind: 'volts' },
	recovery: lithiumRecovery(3.0),
	curve: curveFromAnchors([
		[-0.06, 2.0],
		[-0.03, 2.6],
		[0.0, 3.1],
		[0.02, 3.4],
		[0.05, 3.58],
		[0.1, 3.68],
		[0.15, 3.71],
		[0.2, 3.73],
		[0.3, 3.762],
		[0.4, 3.787],
		[0.45, 3.8],
		[0.5, 3.818],
		[0.6, 3.868],
		[0.7, 3.938],
		[0.8, 4.018],
		[0.9, 4.105],
		[1.0, 4.2],
		[1.1, 4.3]
	]),
	sources: {
		...LITHIUM_SOURCES,
		voltages:
			'4.25 V per cell upper limit: IEC 62133-2, from memory. Storage, discharge end, floor and do-not-charge volts: common practice, no source.',
		rates: 'Common practice, no source: 1C without a label, taper end at a tenth of capacity.',
		defaults:
			'Common practice, no source: 12 mΩ·Ah in series and 35 mΩ·Ah of slow polarisation for a hobby pouch cell; resistance about twice at 5 °C; 23 g/Ah at 1 J/(g·K).',
		curve:
			'Common practice, no source: rest volts of hobby LiPo packs; 3.70 V is about 13 %, 3.80 V about 45 %, 4.10 V about 89 %. Shape checked against Chen and Rincón-Mora 2006 (polymer cell, from memory).',
		storage: 'Common practice, no source.'
	}
};
