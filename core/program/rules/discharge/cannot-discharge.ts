import { PRACTICE, type Rule } from '../../rule';

export const cannotDischarge: Rule = {
	id: 'cannot-discharge',
	title: 'Channel cannot discharge',
	severity: 'stop',
	protects: 'charger',
	when: 'discharging',
	source: PRACTICE,
	check({ r, settings }) {
		if (settings.dischargeA !== null) return null;
		return {
			sentence: `Channel ${r.channel.label} of ${r.charger.name} cannot discharge: use another channel, or the pack in its boat down to its end.`
		};
	}
};
