import { milliampHours, millivolts, text } from '../../../quantity/format';
import { PRACTICE, type Rule } from '../../rule';

export const deltaVFalsePeak: Rule = {
	id: 'delta-v-false-peak',
	title: 'A false early peak could end the charge',
	severity: 'check',
	protects: 'result',
	when: 'charging',
	ofForecast: true,
	source: PRACTICE,
	check({ r, settings, forecast }) {
		if (!forecast?.falseEnd || settings.deltaV === null) return null;
		const wider =
			r.chemistry.endOfCharge.kind === 'dip' ? r.chemistry.endOfCharge.looseDeltaV : settings.deltaV;
		return {
			sentence: `At ${text(millivolts(settings.deltaV))} a cell a false early peak may end it with ${text(milliampHours(forecast.falseEnd.chargeAh))} in${forecast.falseEnd.looserHelps ? ': a few mV more would not, with the other guards on' : ', and a few mV more would not help: let the pack take the temperature of the air first, or charge it a little slower'}.`,
			fix:
				forecast.falseEnd.looserHelps && wider > settings.deltaV && r.channel.deltaVStepV !== null
					? { label: `Set ${text(millivolts(wider))}`, kind: 'set', set: { deltaV: wider } }
					: undefined
		};
	}
};
