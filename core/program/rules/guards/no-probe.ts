import { heldSetting } from '../../../request/context';
import { PRACTICE, type Rule } from '../../rule';

export const noProbe: Rule = {
	id: 'no-probe',
	title: 'Temperature limit without a probe',
	severity: 'note',
	protects: 'person',
	source: PRACTICE,
	check({ r, settings }) {
		if (
			settings.temperatureLimitDegC === null ||
			r.channel.hasProbe ||
			!heldSetting(r, 'temperatureLimitDegC')
		)
			return null;
		return {
			sentence: `Channel ${r.channel.label} has no probe, so the ${settings.temperatureLimitDegC} °C limit sees nothing: touch the pack every ten minutes; warm is normal, hot is not.`
		};
	}
};
