/** LiHV: LiPo pouch cells made to be charged to 4.35 V. A charger cannot tell them from LiPo. */
import type { Chemistry } from './chemistry';
import { curveFromAnchors } from './curve';
import { LITHIUM, LITHIUM_RATES, LITHIUM_SOURCES, lithiumRecovery } from './lithium';

export const lihv: Chemistry = {
	id: 'lihv',
	name: 'LiHV',
	...LITHIUM,
	gentlerTwin: 'lipo',
	voltages: {
		nominalV: 3.8,
		printedV: [3.8, 3.85],
		chargeEndV: 4.35,
		gentleEndV: { low: 4.25, high: 4.25 },
		setMaxV: 4.35,
		cellMaxV: 4.4,
		storageV: 3.85,
		storageWindowV: { low: 3.8, high: 3.9 },
		dischargeEndV: 3.3,
		hardFloorV: 3.0,
		lookAgainV: null,
		doNotChargeV: 2.5
	},
	rates: LITHIUM_RATES,
	defaults: {
		seriesOhmAh: 0.013,
		relaxOhmAh: 0.038,
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
		[0.02, 3.42],
		[0.05, 3.6],
		[0.1, 3.69],
		[0.2, 3.745],
		[0.3, 3.785],
		[0.4, 3.825],
		[0.45, 3.85],
		[0.5, 3.88],
		[0.6, 3.95],
		[0.7, 4.03],
		[0.8, 4.125],
		[0.9, 4.23],
		[1.0, 4.35],
		[1.08, 4.45]
	]),
	sources: {
		...LITHIUM_SOURCES,
		voltages:
			'Common practice, no source; 4.40 V per cell as the limit is the set limit and 50 mV, as for LiPo.',
		rates: 'Common practice, no source.',
		defaults: 'Common practice, no source: as LiPo, a little more resistance.',
		curve: 'Common practice, no source: the LiPo curve continued to 4.35 V full; 3.85 V is about 45 %.',
		storage: 'Common practice, no source.'
	}
};
