import { PRACTICE, type Rule } from '../../rule';

/** A band this wide is a range, not a number. */
const WIDE = 0.2;

export const chargeFromFlatVolts: Rule = {
	id: 'charge-from-flat-volts',
	title: 'Charge read from volts on a flat curve',
	severity: 'note',
	protects: 'result',
	source: PRACTICE,
	check({ r }) {
		const byCharge = r.chemistry.storage.kind === 'charge';
		if ((!byCharge && r.chemistry.traits.voltsTellCharge) || !r.chargeState.fromReading) return null;
		const { low, high } = r.chargeState.band;
		if (high - low < WIDE) return null;
		const range = `${Math.round(100 * low)} to ${Math.round(100 * high)} %`;
		const storing = r.taskData.stores;
		const what = storing
			? 'to put it away, empty or fill it first and count the mAh'
			: 'the forecast is as wide, until a reading says how the pack was used';
		return {
			severity: storing ? 'check' : 'note',
			sentence: `The volts of ${r.chemistry.name} say only that it holds ${range}: ${what}.`,
			fix: storing ? undefined : { label: 'Say how it was used', kind: 'go', to: 'read pack' }
		};
	}
};
