/** Lead-acid: flooded, AGM or gel; constant current, absorption at constant voltage, then float. */
import type { Traits } from './family';
import type { Chemistry } from './chemistry';
import { curveFromAnchors } from './curve';

/**
 * Figures here: common practice, no source; 12 V at 10.2 to 10.8 is five cells. Its cells are
 * levelled at every full charge.
 */
const LEAD_TRAITS: Traits = {
	followsOwnFigures: false,
	labelled: false,
	endIsChoice: false,
	restsAtEnd: false,
	voltsTellCharge: true,
	mayJoin: false,
	mayPause: true,
	gasses: true,
	burns: false,
	coldHarm: 'it is not charged',
	staysCool: false,
	hardAboveC: null,
	inNominalFamilies: false,
	harmedWithoutLimit: false,
	reverses: false,
	afterEmpty: 'charge it the same day',
	cycles: { most: 2, why: 'one measures the capacity; more only wear the battery.' },
	fullRestV: null,
	lowRest: { ordinaryFromV: 1.95, rateC: 0.1, oneLessV: { low: 2.04, high: 2.16 }, drainedShare: 0.3 },
	lowStart: null,
	large: true,
	emptyHarm: 'has hardened inside and takes no charge',
	wornShare: 0.6,
	readyFrom: null,
	limitFactors: { missing: 1.25, capacity: 1.3 },
	cellSpread: { cellsRead: 0.002, sumRead: 0.002 },
	cellsDiffer: null,
	healthyRest: { low: 1.95, high: 2.2, counts: [1, 2, 3, 6, 12], shareOfCells: 0.5 },
	counting: { by: 'rest', volts: 2.06 },
	restsBetweenV: null,
	sparedChecks: false
};

/** What flooded, AGM and gel share; gel ends a little lower. */
const LEAD: Omit<Chemistry, 'id' | 'name'> = {
	family: 'lead',
	gentlerTwin: null,
	traits: LEAD_TRAITS,
	cells: { min: 1, max: 12 },
	balanceFromCells: null,
	voltages: {
		nominalV: 2.0,
		printedV: [2.0, 2.1],
		chargeEndV: 2.4,
		gentleEndV: { low: 2.35, high: 2.35 },
		setMaxV: 2.45,
		cellMaxV: 2.6,
		lookAgainV: null,
		storageV: 2.13,
		storageWindowV: { low: 2.09, high: 2.18 },
		dischargeEndV: 1.8,
		hardFloorV: 1.75,
		doNotChargeV: 1.0
	},
	temperatures: { leastDegC: 0, coldDegC: 0, coldRateC: 0.1, startMaxDegC: 40, tripDegC: 45 },
	rates: {
		noLabelC: 0.2,
		gentleC: 0.1,
		standardC: 0.2,
		hurryMaxC: 0.25,
		taperC: 0.02,
		fastTaperC: null,
		dischargeC: 0.2,
		dischargeMaxC: 0.5,
		trickleMaxC: null
	},
	defaults: {
		seriesOhmAh: 0.045,
		relaxOhmAh: 0.12,
		relaxS: 600,
		resistanceDoublesPerK: 40,
		heatCapacityJPerKAh: 40,
		coolingS: 5400,
		coulombicEfficiency: 1,
		selfDischargePerMonth: 0.04,
		restUncertaintyV: 0.015
	},
	endOfCharge: {
		kind: 'absorption',
		floatV: { low: 2.23, high: 2.3 },
		floatC: 0.001,
		absorptionVPerK: -0.0045,
		floatVPerK: -0.003,
		clampDegC: { low: 0, high: 40 }
	},
	acceptance: { halfSoc: 1.0, widthSoc: 0.04, perLnRate: 0.01, perK: 0.0005, heatShare: 0.3 },
	slowing: { fullOhmAh: 11, widthSoc: 0.09 },
	peukert: { exponent: 1.2, ratedHours: 20 },
	storage: {
		kind: 'none',
		why: 'A lead battery is put away full and topped up: there is no storage voltage.'
	},
	recovery: { belowV: 1.75, maxC: 0.05, maxMin: 30, maxShare: 0.03, longestEmptyDays: null },
	curve: curveFromAnchors([
		[-0.08, 1.4],
		[-0.03, 1.75],
		[0.0, 1.9],
		[0.05, 1.93],
		[0.1, 1.945],
		[0.2, 1.97],
		[0.4, 2.015],
		[0.6, 2.06],
		[0.8, 2.1],
		[0.9, 2.12],
		[0.96, 2.14],
		[1.0, 2.16],
		[1.015, 2.24],
		[1.03, 2.45],
		[1.05, 2.7]
	]),
	sources: {
		voltages:
			'2.40 V per cell: DIN 41773, from memory. Discharge end, floor and shorted-cell volts: common practice, no source.',
		temperatures: 'Common practice, no source: 0 to 40 °C.',
		rates: 'Common practice, no source: 0.1C to 0.25C, absorption ends at 0.02C.',
		defaults: 'Common practice, no source: a 7 Ah battery of 12 V with about 40 mΩ, 2.3 kg.',
		curve:
			'Common practice, no source: 2.13 V full and 1.95 V empty at rest; past full the polarisation of gassing is part of the curve.',
		cells: 'Common practice, no source: up to 24 V.',
		endOfCharge:
			'DIN 41773 (2.40 V per cell, float 2.23 to 2.30 V), from memory; −4.5 and −3 mV/K per cell: common practice, no source; 1 mA per Ah taken on float: from memory. Gassing and slowing near full are fitted to handbook times, from memory: at 0.2C from empty 2.40 V after 3.5 to 4.5 h, 0.02C after 8 to 14 h, 105 to 115 % put in.',
		storage: 'Common practice, no source.'
	}
};

export const lead: Chemistry = { id: 'lead', name: 'Lead-acid', ...LEAD };

export const leadGel: Chemistry = {
	id: 'leadgel',
	name: 'Lead-acid gel',
	...LEAD,
	voltages: { ...LEAD.voltages, chargeEndV: 2.35, gentleEndV: { low: 2.3, high: 2.3 }, setMaxV: 2.4 }
};
