/**
 * Every figure of every chemistry, written down a second time: a slip in a chemistry's file is a
 * figure that differs from the trade's. Sources: set and cell limits of lithium after IEC 62133-2
 * and of nickel's slow charge and dip after IEC 61951-1 and
 * -2, from memory; storage, floors, rates, temperatures and handling are common practice, no source; resistances, heat and the
 * shape of the curves are the defaults of each chemistry's own file and are checked against
 * published cells in the other tests of this folder. Lead at 25 °C after handbooks, from memory.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { CHEMISTRIES } from '../../core/chemistry/catalogue';
import { ocvAt } from '../../core/chemistry/curve';
import { leavesOf } from '../support/leaves';

/** A chemistry has no such figure. */
const no = undefined;
const ORDER = ['lipo', 'lihv', 'liion', 'life', 'nimh', 'nicd', 'lead', 'leadgel'];
const FIGURES: Record<string, unknown[]> = {
	'traits.followsOwnFigures': [true, true, true, true, false, false, false, false],
	'traits.labelled': [true, true, true, true, false, false, false, false],
	'traits.endIsChoice': [true, true, true, true, false, false, false, false],
	'traits.restsAtEnd': [true, true, true, true, false, false, false, false],
	'traits.voltsTellCharge': [true, true, true, true, false, false, true, true],
	'traits.mayJoin': [true, true, true, true, false, false, false, false],
	'traits.mayPause': [false, false, false, false, false, false, true, true],
	'traits.gasses': [false, false, false, false, false, false, true, true],
	'traits.burns': [true, true, true, true, false, false, false, false],
	'traits.staysCool': [true, true, true, true, false, false, false, false],
	'traits.hardAboveC': [2, 2, 2, 2, null, null, null, null],
	'traits.inNominalFamilies': [true, true, true, true, false, false, false, false],
	'traits.harmedWithoutLimit': [true, true, true, true, false, false, false, false],
	'traits.reverses': [false, false, false, false, true, true, false, false],
	'traits.cycles.most': [2, 2, 2, 2, 5, 5, 2, 2],
	'traits.fullRestV': [null, null, null, null, 1.38, 1.38, null, null],
	gentlerTwin: [null, 'lipo', null, null, null, null, null, null],
	'traits.lowRest': [null, null, null, null, null, null, no, no],
	'traits.lowRest.ordinaryFromV': [no, no, no, no, no, no, 1.95, 1.95],
	'traits.lowRest.rateC': [no, no, no, no, no, no, 0.1, 0.1],
	'traits.lowRest.oneLessV.low': [no, no, no, no, no, no, 2.04, 2.04],
	'traits.lowRest.oneLessV.high': [no, no, no, no, no, no, 2.16, 2.16],
	'traits.lowRest.drainedShare': [no, no, no, no, no, no, 0.3, 0.3],
	'traits.large': [false, false, false, true, false, false, true, true],
	'traits.lowStart': [null, null, no, null, no, no, null, null],
	'traits.lowStart.belowV': [no, no, 3, no, 0.9, 0.9, no, no],
	'traits.lowStart.untilV': [no, no, 3, no, 1, 1, no, no],
	'traits.lowStart.rateC': [no, no, 0.1, no, 0.1, 0.1, no, no],
	'traits.lowStart.share': [no, no, 0.08, no, 0.08, 0.08, no, no],
	'traits.lowStart.longestMin': [no, no, null, no, 60, 60, no, no],
	'traits.healthyRest': [null, null, null, null, no, no, no, no],
	'traits.healthyRest.low': [no, no, no, no, 1.18, 1.18, 1.95, 1.95],
	'traits.healthyRest.high': [no, no, no, no, 1.42, 1.42, 2.2, 2.2],
	'traits.healthyRest.counts': [no, no, no, no, null, null, no, no],
	'traits.healthyRest.counts.0': [no, no, no, no, no, no, 1, 1],
	'traits.healthyRest.counts.1': [no, no, no, no, no, no, 2, 2],
	'traits.healthyRest.counts.2': [no, no, no, no, no, no, 3, 3],
	'traits.healthyRest.counts.3': [no, no, no, no, no, no, 6, 6],
	'traits.healthyRest.counts.4': [no, no, no, no, no, no, 12, 12],
	'traits.healthyRest.shareOfCells': [no, no, no, no, 0.6, 0.6, 0.5, 0.5],
	'traits.cellsDiffer': [no, no, no, no, null, null, null, null],
	'traits.cellsDiffer.capacity': [0.03, 0.03, 0.03, 0.03, no, no, no, no],
	'traits.cellsDiffer.resistance': [0.2, 0.2, 0.2, 0.2, no, no, no, no],
	'traits.cellsDiffer.cellsRead': [0.01, 0.01, 0.01, 0.05, no, no, no, no],
	'traits.cellsDiffer.sumRead': [0.04, 0.04, 0.04, 0.05, no, no, no, no],
	slowing: [null, null, null, null, null, null, no, no],
	'slowing.fullOhmAh': [no, no, no, no, no, no, 11, 11],
	'slowing.widthSoc': [no, no, no, no, no, no, 0.09, 0.09],
	'traits.readyFrom': [null, null, null, null, 0.85, 0.85, null, null],
	'traits.wornShare': [0.8, 0.8, 0.8, 0.8, 0.7, 0.7, 0.6, 0.6],
	'traits.limitFactors.missing': [1.15, 1.15, 1.15, 1.15, 1.2, 1.2, 1.25, 1.25],
	'traits.limitFactors.capacity': [1.15, 1.15, 1.15, 1.15, 1.2, 1.2, 1.3, 1.3],
	'traits.cellSpread.cellsRead': [0.002, 0.002, 0.002, 0.01, 0.01, 0.01, 0.002, 0.002],
	'traits.cellSpread.sumRead': [0.01, 0.01, 0.01, 0.01, 0.04, 0.04, 0.002, 0.002],
	'traits.counting.by': ['most', 'most', 'most', 'most', no, no, 'rest', 'rest'],
	'traits.restsBetweenV': [null, null, null, null, no, no, null, null],
	'traits.sparedChecks': [true, true, true, true, false, false, false, false],
	'cells.min': [1, 1, 1, 1, 1, 1, 1, 1],
	'cells.max': [14, 14, 14, 14, 20, 20, 12, 12],
	balanceFromCells: [2, 2, 2, 2, null, null, null, null],
	'temperatures.leastDegC': [5, 5, 5, 5, 5, 5, 0, 0],
	'temperatures.coldDegC': [10, 10, 10, 10, 10, 10, 0, 0],
	'temperatures.coldRateC': [0.2, 0.2, 0.2, 0.2, 0.1, 0.1, 0.1, 0.1],
	'temperatures.startMaxDegC': [40, 40, 40, 40, 40, 40, 40, 40],
	'temperatures.tripDegC': [45, 45, 45, 45, 50, 50, 45, 45],
	'endOfCharge.kind': ['voltage', 'voltage', 'voltage', 'voltage', 'dip', 'dip', 'absorption', 'absorption'],
	acceptance: [null, null, null, null, no, no, no, no],
	peukert: [null, null, null, null, null, null, no, no],
	'voltages.nominalV': [3.7, 3.8, 3.6, 3.3, 1.2, 1.2, 2, 2],
	'voltages.printedV.0': [3.7, 3.8, 3.6, 3.2, 1.2, 1.2, 2, 2],
	'voltages.chargeEndV': [4.2, 4.35, 4.1, 3.6, 1.55, 1.55, 2.4, 2.35],
	'voltages.gentleEndV.low': [4.1, 4.25, 4, 3.5, 1.55, 1.55, 2.35, 2.3],
	'voltages.gentleEndV.high': [4.15, 4.25, 4.05, 3.5, 1.55, 1.55, 2.35, 2.3],
	'voltages.setMaxV': [4.2, 4.35, 4.2, 3.65, 1.7, 1.7, 2.45, 2.4],
	'voltages.cellMaxV': [4.25, 4.4, 4.25, 3.7, 1.7, 1.7, 2.6, 2.6],
	'voltages.storageV': [3.8, 3.85, 3.7, 3.29, 1.3, 1.3, 2.13, 2.13],
	'voltages.storageWindowV.low': [3.7, 3.8, 3.6, 3.22, 1.2, 1.2, 2.09, 2.09],
	'voltages.storageWindowV.high': [3.85, 3.9, 3.8, 3.32, 1.38, 1.38, 2.18, 2.18],
	'voltages.dischargeEndV': [3.3, 3.3, 3, 2.8, 1, 1, 1.8, 1.8],
	'voltages.hardFloorV': [3, 3, 2.5, 2.5, 0.9, 0.9, 1.75, 1.75],
	'voltages.lookAgainV': [null, null, null, null, 1.6, 1.6, null, null],
	'voltages.doNotChargeV': [2.5, 2.5, 2, 2, 0, 0, 1, 1],
	'rates.noLabelC': [1, 1, 0.5, 1, 1, 1, 0.2, 0.2],
	'rates.gentleC': [0.5, 0.5, 0.3, 0.5, 0.1, 0.1, 0.1, 0.1],
	'rates.standardC': [1, 1, 0.5, 1, 0.5, 0.5, 0.2, 0.2],
	'rates.hurryMaxC': [2, 2, 1, 2, 1, 1, 0.25, 0.25],
	'rates.taperC': [0.1, 0.1, 0.1, 0.1, 0.1, 0.1, 0.02, 0.02],
	'rates.fastTaperC': [0.35, 0.35, 0.35, 0.35, null, null, null, null],
	'rates.dischargeC': [0.2, 0.2, 0.2, 0.2, 0.2, 0.2, 0.2, 0.2],
	'rates.dischargeMaxC': [1, 1, 1, 1, 1, 1, 0.5, 0.5],
	'rates.trickleMaxC': [null, null, null, null, 0.025, 0.05, null, null],
	'defaults.seriesOhmAh': [0.012, 0.013, 0.06, 0.023, 0.06, 0.03, 0.045, 0.045],
	'defaults.relaxOhmAh': [0.035, 0.038, 0.05, 0.03, 0.1, 0.11, 0.12, 0.12],
	'defaults.relaxS': [180, 180, 240, 180, 120, 120, 600, 600],
	'defaults.resistanceDoublesPerK': [20, 20, 20, 20, 22, 17, 40, 40],
	'defaults.heatCapacityJPerKAh': [23, 23, 16, 30, 14, 17, 40, 40],
	'defaults.coolingS': [1500, 1500, 1500, 1500, 1100, 1100, 5400, 5400],
	'defaults.coulombicEfficiency': [1, 1, 1, 1, 0.9, 0.88, 1, 1],
	'defaults.selfDischargePerMonth': [0.03, 0.03, 0.02, 0.03, 0.2, 0.2, 0.04, 0.04],
	'defaults.restUncertaintyV': [0, 0, 0, 0.02, 0.02, 0.025, 0.015, 0.015],
	'storage.kind': ['volts', 'volts', 'volts', 'charge', 'none', 'none', 'none', 'none'],
	'recovery.belowV': [3, 3, 2.5, 2.5, no, no, 1.75, 1.75],
	'recovery.maxC': [0.05, 0.05, 0.05, 0.05, no, no, 0.05, 0.05],
	'recovery.maxMin': [30, 30, 30, 30, no, no, 30, 30],
	'recovery.maxShare': [0.03, 0.03, 0.03, 0.03, no, no, 0.03, 0.03],
	'recovery.longestEmptyDays': [7, 7, 7, 7, no, no, null, null],
	'voltages.printedV.1': [no, 3.85, 3.7, 3.3, 1.25, 1.25, 2.1, 2.1],
	'storage.soc': [no, no, no, 0.5, no, no, no, no],
	'traits.counting': [no, no, no, no, null, null, no, no],
	'traits.restsBetweenV.low': [no, no, no, no, 1, 1, no, no],
	'traits.restsBetweenV.high': [no, no, no, no, 1.5, 1.5, no, no],
	'endOfCharge.weakBelowC': [no, no, no, no, 0.5, 0.5, no, no],
	'endOfCharge.unreliableBelowC': [no, no, no, no, 0.3, 0.3, no, no],
	'endOfCharge.holdOffS': [no, no, no, no, 180, 180, no, no],
	'endOfCharge.fastFactor': [no, no, no, no, 1.2, 1.2, no, no],
	'endOfCharge.slowC': [no, no, no, no, 0.1, 0.1, no, no],
	'endOfCharge.timedMaxC': [no, no, no, no, 0.2, 0.2, no, no],
	'endOfCharge.timedFactor': [no, no, no, no, 1.6, 1.6, no, no],
	'endOfCharge.riseKPerMin': [no, no, no, no, 1, 1, no, no],
	'endOfCharge.falsePeakV': [no, no, no, no, 0.006, 0.006, no, no],
	'endOfCharge.falsePeakS': [no, no, no, no, 150, 150, no, no],
	'endOfCharge.deltaV.low': [no, no, no, no, 0.003, 0.01, no, no],
	'endOfCharge.deltaV.high': [no, no, no, no, 0.005, 0.02, no, no],
	'endOfCharge.defaultDeltaV': [no, no, no, no, 0.005, 0.012, no, no],
	'endOfCharge.looseDeltaV': [no, no, no, no, 0.01, 0.02, no, no],
	recovery: [no, no, no, no, null, null, no, no],
	'acceptance.halfSoc': [no, no, no, no, 1, 1, 1, 1],
	'acceptance.widthSoc': [no, no, no, no, 0.03, 0.025, 0.04, 0.04],
	'acceptance.perLnRate': [no, no, no, no, 0.03, 0.03, 0.01, 0.01],
	'acceptance.perK': [no, no, no, no, 0.003, 0.003, 0.0005, 0.0005],
	'acceptance.heatShare': [no, no, no, no, 1, 1, 0.3, 0.3],
	'traits.counting.volts': [no, no, no, no, no, no, 2.06, 2.06],
	'endOfCharge.floatV.low': [no, no, no, no, no, no, 2.23, 2.23],
	'endOfCharge.floatV.high': [no, no, no, no, no, no, 2.3, 2.3],
	'endOfCharge.floatC': [no, no, no, no, no, no, 0.001, 0.001],
	'endOfCharge.absorptionVPerK': [no, no, no, no, no, no, -0.0045, -0.0045],
	'endOfCharge.floatVPerK': [no, no, no, no, no, no, -0.003, -0.003],
	'endOfCharge.clampDegC.low': [no, no, no, no, no, no, 0, 0],
	'endOfCharge.clampDegC.high': [no, no, no, no, no, no, 40, 40],
	'peukert.exponent': [no, no, no, no, no, no, 1.2, 1.2],
	'peukert.ratedHours': [no, no, no, no, no, no, 20, 20]
};
/** Volts at rest from empty to full, by tenths of the charge. */
const CURVES: Record<string, number[]> = {
	lipo: [3.1, 3.68, 3.73, 3.762, 3.787, 3.818, 3.868, 3.938, 4.018, 4.105, 4.2],
	lihv: [3.1, 3.69, 3.745, 3.785, 3.825, 3.88, 3.95, 4.03, 4.125, 4.23, 4.35],
	liion: [2.5, 3.3, 3.485, 3.58, 3.665, 3.75, 3.84, 3.945, 4.04, 4.1, 4.2],
	life: [2.5, 3.2, 3.246, 3.27, 3.285, 3.293, 3.301, 3.318, 3.33, 3.338, 3.45],
	nimh: [1.02, 1.218, 1.25, 1.269, 1.283, 1.294, 1.305, 1.317, 1.332, 1.355, 1.39],
	nicd: [1.05, 1.235, 1.258, 1.271, 1.28, 1.288, 1.297, 1.307, 1.32, 1.342, 1.38],
	lead: [1.9, 1.945, 1.97, 1.993, 2.015, 2.038, 2.06, 2.08, 2.1, 2.12, 2.16],
	leadgel: [1.9, 1.945, 1.97, 1.993, 2.015, 2.038, 2.06, 2.08, 2.1, 2.12, 2.16]
};
/** Words, which are read on the screen and not computed with. */
const WORDS = /^(id|name|family|storage\.why|traits\.(coldHarm|emptyHarm|afterEmpty|cycles\.why))$/;

test('every figure of every chemistry is the one written down here, and none is not written down', () => {
	assert.deepEqual(
		CHEMISTRIES.map((c) => c.id),
		ORDER
	);
	for (const [i, chemistry] of CHEMISTRIES.entries()) {
		const found = new Map(leavesOf(chemistry, ['sources', 'curve']).filter(([path]) => !WORDS.test(path)));
		for (const [path, value] of found) {
			assert.ok(path in FIGURES, `${chemistry.id} ${path} is not written down`);
			assert.equal(value, FIGURES[path][i], `${chemistry.id} ${path}`);
		}
		for (const [path, values] of Object.entries(FIGURES))
			assert.equal(found.has(path), values[i] !== no, `${chemistry.id} ${path} is there`);
	}
});

test('every curve goes through the volts written down here, within half a millivolt', () => {
	for (const { id, curve } of CHEMISTRIES)
		for (const [k, v] of CURVES[id].entries())
			assert.ok(
				Math.abs(ocvAt(curve, k / 10) - v) <= 0.00051,
				`${id} at ${10 * k} %: ${ocvAt(curve, k / 10)}`
			);
});
