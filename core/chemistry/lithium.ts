/** What the lithium chemistries share, so that each one's file says only what is its own. */
import type { Traits } from './family';
import type { Chemistry } from './chemistry';

/** Figures here: common practice, no source. */
const LITHIUM_TRAITS: Traits = {
	followsOwnFigures: true,
	labelled: true,
	endIsChoice: true,
	restsAtEnd: true,
	voltsTellCharge: true,
	mayJoin: true,
	mayPause: false,
	gasses: false,
	burns: true,
	coldHarm: 'charging plates metal inside the cells',
	staysCool: true,
	hardAboveC: 2,
	inNominalFamilies: true,
	harmedWithoutLimit: true,
	reverses: false,
	afterEmpty: 'bring it to storage or charge it the same day',
	cycles: { most: 2, why: 'one measures the capacity; more only wear a lithium pack.' },
	fullRestV: null,
	lowRest: null,
	lowStart: null,
	large: false,
	emptyHarm: 'may have grown metal inside',
	wornShare: 0.8,
	readyFrom: null,
	limitFactors: { missing: 1.15, capacity: 1.15 },
	cellSpread: { cellsRead: 0.002, sumRead: 0.01 },
	cellsDiffer: { capacity: 0.03, resistance: 0.2, cellsRead: 0.01, sumRead: 0.04 },
	healthyRest: null,
	counting: { by: 'most' },
	restsBetweenV: null,
	sparedChecks: true
};

/**
 * Constant current and constant voltage, no gas, no trickle, gentle recovery from just under the
 * floor.
 */
export const LITHIUM = {
	family: 'lithium',
	gentlerTwin: null,
	traits: LITHIUM_TRAITS,
	cells: { min: 1, max: 14 },
	balanceFromCells: 2,
	temperatures: { leastDegC: 5, coldDegC: 10, coldRateC: 0.2, startMaxDegC: 40, tripDegC: 45 },
	endOfCharge: { kind: 'voltage' },
	acceptance: null,
	slowing: null,
	peukert: null
} as const satisfies Partial<Chemistry>;

/** Rates that hobby lithium packs share; Li-ion has its own. */
export const LITHIUM_RATES = {
	noLabelC: 1,
	gentleC: 0.5,
	standardC: 1,
	hurryMaxC: 2,
	taperC: 0.1,
	fastTaperC: 0.35,
	dischargeC: 0.2,
	dischargeMaxC: 1,
	trickleMaxC: null
} as const;

/** Recovery from just under the floor `belowV`, V at rest (common practice, no source). */
export const lithiumRecovery = (belowV: number) => ({
	belowV,
	maxC: 0.05,
	maxMin: 30,
	maxShare: 0.03,
	longestEmptyDays: 7
});

export const LITHIUM_SOURCES = {
	temperatures:
		'IEC 62133-2 charge range 10 to 45 °C, from memory; 5 to 10 °C at 0.2C: common practice, no source.',
	cells: 'Common practice, no source: packs are sold from 1S to 14S.',
	endOfCharge: 'Common practice, no source: constant current, then constant voltage to about a tenth of C.'
} as const;
