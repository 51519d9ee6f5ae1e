import { PRACTICE, type Rule } from '../rule';

/** A band this wide is a range, not a number. */
const WIDE = 0.2;

export const lifeChargeFromVolts: Rule = {
	id: 'life-charge-from-volts',
	title: 'Charge read from volts on a flat curve',
	severity: 'note',
	protects: 'result',
	source: PRACTICE,
	check({ r }) {
		if (r.chemistry.storage.kind !== 'charge' || !r.chargeState.fromReading) return null;
		const { low, high } = r.chargeState.band;
		if (high - low < WIDE) return null;
		return {
			severity: r.task === 'storage' ? 'check' : 'note',
			sentence: `The volts of ${r.chemistry.name} say only that it holds ${Math.round(100 * low)} to ${Math.round(100 * high)} %: ${r.task === 'storage' ? 'for half full, empty or fill it first and count the mAh' : 'the forecast is as wide'}.`
		};
	}
};
