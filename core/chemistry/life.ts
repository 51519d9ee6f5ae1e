/**
 * LiFe: iron phosphate against graphite; a curve so flat that volts say little between a fifth
 * and nine tenths.
 */
import type { Chemistry } from './chemistry';
import { curveFromAnchors } from './curve';
import { LITHIUM, LITHIUM_RATES, LITHIUM_SOURCES, lithiumRecovery } from './lithium';

export const life: Chemistry = {
	id: 'life',
	name: 'LiFe',
	...LITHIUM,
	// Its volts tell nothing of how far one cell is from its siblings: cells read are no better than
	// a sum.
	traits: {
		...LITHIUM.traits,
		large: true,
		cellSpread: { cellsRead: 0.01, sumRead: 0.01 },
		cellsDiffer: { capacity: 0.03, resistance: 0.2, cellsRead: 0.05, sumRead: 0.05 }
	},
	voltages: {
		nominalV: 3.3,
		printedV: [3.2, 3.3],
		chargeEndV: 3.6,
		gentleEndV: { low: 3.5, high: 3.5 },
		setMaxV: 3.65,
		cellMaxV: 3.7,
		storageV: 3.29,
		storageWindowV: { low: 3.22, high: 3.32 },
		dischargeEndV: 2.8,
		hardFloorV: 2.5,
		lookAgainV: null,
		doNotChargeV: 2.0
	},
	rates: LITHIUM_RATES,
	defaults: {
		seriesOhmAh: 0.023,
		relaxOhmAh: 0.03,
		relaxS: 180,
		resistanceDoublesPerK: 20,
		heatCapacityJPerKAh: 30,
		coolingS: 1500,
		coulombicEfficiency: 1,
		selfDischargePerMonth: 0.03,
		restUncertaintyV: 0.02
	},
	storage: { kind: 'charge', soc: 0.5 },
	recovery: lithiumRecovery(2.5),
	curve: curveFromAnchors([
		[-0.05, 1.5],
		[-0.02, 2.0],
		[0.0, 2.5],
		[0.02, 2.9],
		[0.05, 3.1],
		[0.1, 3.2],
		[0.15, 3.228],
		[0.2, 3.246],
		[0.3, 3.27],
		[0.4, 3.285],
		[0.5, 3.293],
		[0.6, 3.301],
		[0.7, 3.318],
		[0.8, 3.33],
		[0.9, 3.338],
		[0.95, 3.345],
		[0.98, 3.37],
		[1.0, 3.45],
		[1.02, 3.6],
		[1.05, 3.8]
	]),
	sources: {
		...LITHIUM_SOURCES,
		voltages: 'Common practice, no source; storage goes by charge, the volts are those of half full.',
		rates: 'Common practice, no source.',
		defaults:
			'A 2.3 Ah cell of 10 mΩ as in Tremblay and Dessaint 2009 (World Electric Vehicle J. 3, 289-298), from memory; 70 g at 1 J/(g·K).',
		curve:
			'Common practice, no source; flat part between the open-circuit volts of Tremblay and Dessaint 2009 and the half cell of Prada et al. 2013, both from memory.',
		storage: 'Common practice, no source: half full, by charge put in or out.'
	}
};
