/** NiMH: nickel hydroxide against a metal hydride; a small dip after the peak. */
import type { Chemistry } from './chemistry';
import { curveFromAnchors } from './curve';
import { NICKEL, NICKEL_SOURCES } from './nickel';

export const nimh: Chemistry = {
	id: 'nimh',
	name: 'NiMH',
	...NICKEL,
	rates: { ...NICKEL.rates, trickleMaxC: 1 / 40 },
	defaults: {
		seriesOhmAh: 0.06,
		relaxOhmAh: 0.1,
		relaxS: 120,
		resistanceDoublesPerK: 22,
		heatCapacityJPerKAh: 14,
		coolingS: 1100,
		coulombicEfficiency: 0.9,
		selfDischargePerMonth: 0.2,
		restUncertaintyV: 0.02
	},
	endOfCharge: {
		...NICKEL.endOfCharge,
		deltaV: { low: 0.003, high: 0.005 },
		defaultDeltaV: 0.005,
		looseDeltaV: 0.01
	},
	acceptance: { halfSoc: 1.0, widthSoc: 0.03, perLnRate: 0.03, perK: 0.003, heatShare: 1 },
	curve: curveFromAnchors([
		[-0.1, -0.4],
		[-0.05, 0.4],
		[-0.02, 0.8],
		[0.0, 1.02],
		[0.02, 1.12],
		[0.05, 1.18],
		[0.1, 1.218],
		[0.2, 1.25],
		[0.4, 1.283],
		[0.6, 1.305],
		[0.8, 1.332],
		[0.9, 1.355],
		[1.0, 1.39],
		[1.1, 1.42]
	]),
	sources: {
		...NICKEL_SOURCES,
		defaults: 'Common practice, no source: an AA cell of 2 Ah with about 28 mΩ in series, 27 g at 1 J/(g·K).',
		curve:
			'Common practice, no source; discharge shape checked against Tremblay and Dessaint 2009, from memory.'
	}
};
