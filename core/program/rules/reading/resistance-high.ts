import { mean } from 'd3-array';
import { ratedAh } from '../../../pack/rated';
import { milliohms, milliampHours, text } from '../../../quantity/format';
import { resistanceFactor } from '../../../simulate/pack-model';
import { PRACTICE, type Rule } from '../../rule';
import { paceCurrentsA } from '../pace-currents';

/**
 * A multiple of the usual resistance of its kind and size from which a pack is worn out (common
 * practice, no source).
 */
const WORN_TIMES = 3;
/** Plugs and leads that a charger measures with the pack, Ω (common practice, no source). */
const PLUG_OHM = 0.02;
/** Resistances are compared at this temperature, °C. */
const AT_DEG_C = 20;

export const resistanceHigh: Rule = {
	id: 'resistance-high',
	title: 'Resistance far above its kind and size',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		const { reading, chemistry, pack } = r;
		if (!reading?.cellResistancesOhm?.length) return null;
		const { seriesOhmAh, resistanceDoublesPerK } = chemistry.defaults;
		const factor = (degC: number): number => resistanceFactor(degC, resistanceDoublesPerK);
		const at20 =
			((mean(reading.cellResistancesOhm) ?? NaN) / factor(reading.temperatureDegC ?? r.ambientDegC)) *
			factor(AT_DEG_C);
		const usual = (seriesOhmAh / pack.capacityAh) * factor(AT_DEG_C);
		const times = at20 / usual;
		if (!(at20 - PLUG_OHM / pack.cells >= WORN_TIMES * usual - 1e-9)) return null;
		const heat = paceCurrentsA(r).map((a) => `${(pack.cells * at20 * a ** 2).toFixed(1)} W`);
		return {
			sentence: `Its cells have about ${text(milliohms(at20))} each at ${AT_DEG_C} °C, ${times.toFixed(1)} times the ${text(milliohms(usual))} that is usual for ${chemistry.name} of ${text(milliampHours(ratedAh(pack)))}: near its end. At the gentle, the standard and the hurried pace ${heat.join(', ')} of the charge turn into heat in it.`
		};
	}
};
