import { mean, median } from 'd3-array';
import { resistanceFactor } from '../../../simulate/pack-model';
import { milliohms, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

/**
 * A pack whose resistance has risen by this much is wearing out, and near the end (common
 * practice, no source).
 */
const RISEN = 1.5;
const NEAR_END = 2;
/** Readings closer than this to the present one say nothing of wear, ms. */
const APART_MS = 30 * 86400e3;

export const resistanceRisen: Rule = {
	id: 'resistance-risen',
	title: 'Resistance has risen since the pack was newer',
	severity: 'check',
	protects: 'pack',
	source: PRACTICE,
	check({ r }) {
		const { reading } = r;
		if (!reading?.cellResistancesOhm?.length) return null;
		// Compared as it would be at 25 °C: cold alone doubles it.
		const at25 = (ohm: readonly number[], degC: number | null) =>
			(mean(ohm) ?? NaN) /
			resistanceFactor(degC ?? r.ambientDegC, r.chemistry.defaults.resistanceDoublesPerK);
		const earlier = r.around.earlierResistances.filter(
			(e) => e.ohm.length === r.pack.cells && Date.parse(reading.takenAt) - Date.parse(e.takenAt) > APART_MS
		);
		if (earlier.length === 0) return null;
		const before = median(earlier, (e) => at25(e.ohm, e.degC)) ?? NaN;
		const now = at25(reading.cellResistancesOhm, reading.temperatureDegC);
		const times = now / before;
		if (times < RISEN - 1e-9) return null;
		const since = earlier[0].takenAt.slice(0, 10);
		return {
			severity: times >= NEAR_END ? 'check' : 'note',
			sentence: `Its cells have about ${text(milliohms(now))} each, ${times.toFixed(1)} times the ${text(milliohms(before))} of ${since} (at 25 °C): ${times >= NEAR_END ? 'it warms more, gives less and is near its end' : 'it is wearing'}.`
		};
	}
};
