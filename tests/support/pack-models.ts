/**
 * Makes models of packs, and what a charger does with them, for tests: cells as plain numbers,
 * everything that a test does not speak of at rest at 25 °C.
 */
import { curveFromAnchors } from '../../core/chemistry/curve';
import type { ChargeControl } from '../../core/simulate/charge-control';
import { PLAIN, type PackModel } from '../../core/simulate/pack-model';

type Cells = Pick<PackModel, 'curve'> & {
	capacityAh: number[];
	startSoc: number[];
	seriesOhm: number[];
	/** No relaxation where it is absent. */
	relaxOhm?: number[];
};

/**
 * No heat leaves it, its resistance knows no temperature and all charge is stored, unless
 * `change` says otherwise.
 */
export function aPackModel(cells: Cells, change: Partial<PackModel> = {}): PackModel {
	return {
		curve: cells.curve,
		capacityAh: Float64Array.from(cells.capacityAh),
		startSoc: Float64Array.from(cells.startSoc),
		seriesOhm: Float64Array.from(cells.seriesOhm),
		relaxOhm: Float64Array.from(cells.relaxOhm ?? cells.capacityAh.map(() => 0)),
		relaxS: 60,
		resistanceDoublesPerK: Infinity,
		heatCapacityJPerK: 100 * cells.capacityAh.length,
		coolingS: Infinity,
		startDegC: 25,
		ambientDegC: 25,
		coulombicEfficiency: 1,
		...PLAIN,
		...change
	};
}

/**
 * One cell whose volts are `atEmptyV` + `perSoc` × state of charge, from somewhat below empty to
 * somewhat above full.
 */
export const aLinearCell = (
	line: { atEmptyV: number; perSocV: number; capacityAh: number; startSoc: number; seriesOhm: number },
	change: Partial<PackModel> = {}
): PackModel =>
	aPackModel(
		{
			curve: curveFromAnchors([
				[-0.2, line.atEmptyV - 0.2 * line.perSocV],
				[1.2, line.atEmptyV + 1.2 * line.perSocV]
			]),
			capacityAh: [line.capacityAh],
			startSoc: [line.startSoc],
			seriesOhm: [line.seriesOhm]
		},
		change
	);

/**
 * A charge that nothing cuts: no guard, no balancing, an exact charger that sees each cell and
 * has power to spare.
 */
export const aChargeControl = (
	charge: Pick<ChargeControl, 'currentA' | 'endVoltageV' | 'taperA'> & Partial<ChargeControl>
): ChargeControl => ({
	powerW: 1000,
	timerS: Infinity,
	capacityLimitAh: Infinity,
	temperatureLimitDegC: Infinity,
	seesCells: true,
	balanceCurrentA: 0,
	balanceFromV: Infinity,
	balanceToleranceV: 0.01,
	voltageErrorV: 0,
	currentFactor: 1,
	dip: null,
	reached: 'full',
	...charge
});
