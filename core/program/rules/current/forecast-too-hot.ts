import { ratedAh } from '../../../pack/rated';
import { degrees, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

/** Rise over the air at up to 1C that already means something is wrong, K. */
const ALARM_RISE_K = 10;

export const forecastTooHot: Rule = {
	id: 'forecast-too-hot',
	title: 'Forecast reaches the temperature limit',
	severity: 'check',
	protects: 'pack',
	ofForecast: true,
	source: PRACTICE,
	check({ r, settings, forecast }) {
		if (!forecast) return null;
		const { tripDegC } = r.chemistry.temperatures;
		const { median, p95 } = forecast.peakTemperatureDegC;
		const rate = settings.currentA / ratedAh(r.pack);
		if (p95 >= tripDegC) {
			const felt = r.channel.hasProbe && settings.temperatureLimitDegC !== null;
			return {
				// What nothing feels, nothing stops.
				severity: felt ? 'check' : 'stop',
				sentence: `The pack may reach ${text(degrees(p95))} by the end, at or above the ${text(degrees(tripDegC))} at which ${felt ? 'the run stops' : `${r.chemistry.name} must stop, and no probe feels it here`}: lower the current or cool the place.`
			};
		}
		if (!r.chemistry.traits.staysCool) return null;
		if (rate <= 1 && median - r.ambientDegC > ALARM_RISE_K && median > r.packDegC)
			return {
				sentence: `A rise to ${text(degrees(median))} in ${text(degrees(r.ambientDegC))} air at ${rate.toFixed(1)}C is more than a healthy pack shows.`
			};
		return null;
	}
};
