/** NiCd: nickel hydroxide against cadmium; a strong dip after the peak. */
import type { Chemistry } from './chemistry';
import { curveFromAnchors } from './curve';
import { NICKEL, NICKEL_SOURCES } from './nickel';

export const nicd: Chemistry = {
	id: 'nicd',
	name: 'NiCd',
	...NICKEL,
	rates: { ...NICKEL.rates, trickleMaxC: 1 / 20 },
	defaults: {
		seriesOhmAh: 0.03,
		relaxOhmAh: 0.11,
		relaxS: 120,
		resistanceDoublesPerK: 17,
		heatCapacityJPerKAh: 17,
		coolingS: 1100,
		coulombicEfficiency: 0.88,
		selfDischargePerMonth: 0.2,
		restUncertaintyV: 0.025
	},
	endOfCharge: {
		...NICKEL.endOfCharge,
		deltaV: { low: 0.01, high: 0.02 },
		defaultDeltaV: 0.012,
		looseDeltaV: 0.02
	},
	acceptance: { halfSoc: 1.0, widthSoc: 0.025, perLnRate: 0.03, perK: 0.003, heatShare: 1 },
	curve: curveFromAnchors([
		[-0.1, -0.4],
		[-0.05, 0.4],
		[-0.02, 0.85],
		[0.0, 1.05],
		[0.02, 1.15],
		[0.05, 1.2],
		[0.1, 1.235],
		[0.2, 1.258],
		[0.4, 1.28],
		[0.6, 1.297],
		[0.8, 1.32],
		[0.9, 1.342],
		[1.0, 1.38],
		[1.1, 1.415]
	]),
	sources: {
		...NICKEL_SOURCES,
		defaults:
			'Common practice, no source: a sub-C cell of 1.8 Ah with about 17 mΩ in series, 55 g; polarisation that falls fast with heat gives the strong dip.',
		curve:
			'Common practice, no source; discharge shape checked against Tremblay and Dessaint 2009, from memory.'
	}
};
