/** Figures here: common practice, no source. */
import type { Traits } from './family';

const NICKEL_TRAITS: Traits = {
	followsOwnFigures: false,
	labelled: false,
	endIsChoice: false,
	restsAtEnd: false,
	voltsTellCharge: false,
	mayJoin: false,
	mayPause: false,
	gasses: false,
	burns: false,
	coldHarm: 'it is not charged',
	staysCool: false,
	hardAboveC: null,
	inNominalFamilies: false,
	harmedWithoutLimit: false,
	reverses: true,
	afterEmpty: null,
	cycles: { most: 5, why: 'one measures the capacity; two or three wake a pack that lay long.' },
	fullRestV: 1.38,
	lowRest: null,
	lowStart: { belowV: 0.9, untilV: 1.0, rateC: 0.1, share: 0.08, longestMin: 60 },
	large: false,
	emptyHarm: 'may have cells that were driven backwards',
	wornShare: 0.7,
	readyFrom: 0.85,
	limitFactors: { missing: 1.2, capacity: 1.2 },
	cellSpread: { cellsRead: 0.01, sumRead: 0.04 },
	cellsDiffer: null,
	healthyRest: { low: 1.18, high: 1.42, counts: null, shareOfCells: 0.6 },
	counting: null,
	restsBetweenV: { low: 1.0, high: 1.5 },
	sparedChecks: false
};

/**
 * What the two nickel chemistries share: ends on the dip after the peak, no balance lead, left
 * part charged.
 */
export const NICKEL = {
	family: 'nickel',
	gentlerTwin: null,
	traits: NICKEL_TRAITS,
	cells: { min: 1, max: 20 },
	balanceFromCells: null,
	voltages: {
		nominalV: 1.2,
		printedV: [1.2, 1.25],
		chargeEndV: 1.55,
		gentleEndV: { low: 1.55, high: 1.55 },
		setMaxV: 1.7,
		cellMaxV: 1.7,
		lookAgainV: 1.6,
		storageV: 1.3,
		storageWindowV: { low: 1.2, high: 1.38 },
		dischargeEndV: 1.0,
		hardFloorV: 0.9,
		doNotChargeV: 0
	},
	temperatures: { leastDegC: 5, coldDegC: 10, coldRateC: 0.1, startMaxDegC: 40, tripDegC: 50 },
	rates: {
		noLabelC: 1,
		gentleC: 0.1,
		standardC: 0.5,
		hurryMaxC: 1,
		taperC: 0.1,
		fastTaperC: null,
		dischargeC: 0.2,
		dischargeMaxC: 1
	},
	endOfCharge: {
		kind: 'dip',
		weakBelowC: 0.5,
		unreliableBelowC: 0.3,
		slowC: 0.1,
		timedMaxC: 0.2,
		holdOffS: 180,
		fastFactor: 1.2,
		timedFactor: 1.6,
		riseKPerMin: 1,
		falsePeakV: 0.006,
		falsePeakS: 150
	},
	slowing: null,
	peukert: null,
	storage: {
		kind: 'none',
		why: 'Nickel packs are put away part charged as they are, and charged before use: there is no storage voltage.'
	},
	recovery: null
} as const;

export const NICKEL_SOURCES = {
	voltages:
		'Common practice, no source: a look again at 1.60 V under charge, a stop at 1.70 V; 1.0 V end as in IEC 61951, from memory.',
	temperatures:
		'Common practice, no source: fast charge 10 to 40 °C, 5 to 10 °C at a tenth of C, trip at 50 °C.',
	rates:
		'Common practice, no source; 0.1C for 16 h is the standard charge of IEC 61951-1 and -2, from memory.',
	cells: 'Common practice, no source: up to 20 cells.',
	endOfCharge:
		'Common practice, no source: dip after the peak, hold-off of a few minutes; the false early peak is an empirical term, its height drawn from a seed.',
	storage: 'Common practice, no source.'
} as const;
