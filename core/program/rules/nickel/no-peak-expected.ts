import { firstPartOf } from '../../../forecast/first-part';
import { timedAh } from '../../../forecast/program-legs';
import { degrees, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

/** From this warmth on heat hides the fall of the volts (common practice, no source). */
const WARM_DEG_C = 35;

export const noPeakExpected: Rule = {
	id: 'no-peak-expected',
	title: 'No fall of the volts to end on is expected',
	severity: 'stop',
	protects: 'pack',
	when: 'charging',
	ofForecast: true,
	source: PRACTICE,
	check({ r, settings, forecast }) {
		if (r.chemistry.endOfCharge.kind !== 'dip' || !forecast || timedAh(r, settings.currentA) !== null)
			return null;
		// A first part is ended by its limit.
		if (firstPartOf(r) !== null) return null;
		const charges = forecast.best.legs.filter((leg) => leg.kind === 'charge');
		if (charges.every((leg) => leg.endReason === 'full' || leg.endReason === 'temperature rise')) return null;
		const warmestDegC = Math.max(r.ambientDegC, r.packDegC);
		const warm = warmestDegC >= WARM_DEG_C;
		return {
			sentence: `The forecast shows no fall of the volts that would end this charge${warm ? ` at ${text(degrees(warmestDegC))}: let pack and place cool first` : ': more current, where pack and channel bear it, or 0.1C ended by time'}.`
		};
	}
};
