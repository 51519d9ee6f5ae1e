/**
 * Li-ion: round or prismatic cells with nickel-rich oxide and graphite; 4.10 V by default, 4.20 V
 * where the maker says so.
 */
import type { Chemistry } from './chemistry';
import { curveFromAnchors } from './curve';
import { LITHIUM, LITHIUM_SOURCES, lithiumRecovery } from './lithium';

export const liion: Chemistry = {
	id: 'liion',
	name: 'Li-ion',
	...LITHIUM,
	traits: {
		...LITHIUM.traits,
		// Common practice, no source.
		lowStart: { belowV: 3.0, untilV: 3.0, rateC: 0.1, share: 0.08, longestMin: null }
	},
	voltages: {
		nominalV: 3.6,
		printedV: [3.6, 3.7],
		chargeEndV: 4.1,
		gentleEndV: { low: 4.0, high: 4.05 },
		setMaxV: 4.2,
		cellMaxV: 4.25,
		storageV: 3.7,
		storageWindowV: { low: 3.6, high: 3.8 },
		dischargeEndV: 3.0,
		hardFloorV: 2.5,
		lookAgainV: null,
		doNotChargeV: 2.0
	},
	rates: {
		noLabelC: 0.5,
		gentleC: 0.3,
		standardC: 0.5,
		hurryMaxC: 1,
		taperC: 0.1,
		fastTaperC: 0.35,
		dischargeC: 0.2,
		dischargeMaxC: 1,
		trickleMaxC: null
	},
	defaults: {
		seriesOhmAh: 0.06,
		relaxOhmAh: 0.05,
		relaxS: 240,
		resistanceDoublesPerK: 20,
		heatCapacityJPerKAh: 16,
		coolingS: 1500,
		coulombicEfficiency: 1,
		selfDischargePerMonth: 0.02,
		restUncertaintyV: 0
	},
	storage: { kind: 'volts' },
	recovery: lithiumRecovery(2.5),
	curve: curveFromAnchors([
		[-0.06, 1.5],
		[-0.03, 2.0],
		[0.0, 2.5],
		[0.02, 2.86],
		[0.05, 3.11],
		[0.1, 3.3],
		[0.15, 3.43],
		[0.2, 3.485],
		[0.25, 3.53],
		[0.3, 3.58],
		[0.4, 3.665],
		[0.5, 3.75],
		[0.6, 3.84],
		[0.7, 3.945],
		[0.8, 4.04],
		[0.9, 4.1],
		[0.95, 4.13],
		[1.0, 4.2],
		[1.05, 4.29]
	]),
	sources: {
		...LITHIUM_SOURCES,
		voltages: '4.25 V per cell upper limit: IEC 62133-2, from memory; the rest common practice, no source.',
		rates: 'Common practice, no source: 0.5C without a label.',
		defaults: 'Common practice, no source: a 3 Ah round cell of about 35 mΩ, 48 g at 1 J/(g·K).',
		curve:
			'Chen et al. 2020, J. Electrochem. Soc. 167, 080534 (NMC811 against graphite-SiOx), from memory, rounded.',
		storage: 'Common practice, no source.'
	}
};
