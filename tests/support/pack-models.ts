/** Makes a model of a pack for tests: cells as plain numbers, everything that a test does not speak of at rest at 25 °C. */
import { PLAIN, type PackModel } from '../../core/simulate/pack-model';

type Cells = Pick<PackModel, 'curve'> & {
	capacityAh: number[];
	startSoc: number[];
	seriesOhm: number[];
	/** No relaxation where it is absent. */
	relaxOhm?: number[];
};

/** No heat leaves it, its resistance knows no temperature and all charge is stored, unless `change` says otherwise. */
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
