import { PRACTICE, type Rule } from '../../rule';

export const cannotDischarge: Rule = {
	id: 'cannot-discharge',
	title: 'Channel cannot discharge',
	severity: 'stop',
	protects: 'charger',
	when: 'discharging',
	source: PRACTICE,
	check({ r, settings }) {
		const { dischargePowerW, dischargeCurrentA } = r.channel;
		if (settings.dischargeA !== null && dischargePowerW > 0 && dischargeCurrentA > 0) return null;
		return {
			sentence: `Channel ${r.channel.label} of ${r.charger.name} cannot discharge: use another channel, or the pack in its boat down to its end.`
		};
	}
};
