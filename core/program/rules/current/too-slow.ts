import { amps, text } from '../../../quantity/format';
import { roughHours } from '../../../forecast/forecast';
import { discharges } from '../../../forecast/program-legs';
import { PRACTICE, type Rule } from '../../rule';

export const tooSlow: Rule = {
	id: 'too-slow',
	title: 'The charge would take days',
	severity: 'stop',
	protects: 'result',
	source: PRACTICE,
	check({ r, settings, forecast }) {
		const cannot =
			discharges(r, settings) && (settings.dischargeA === null || r.channel.dischargePowerW <= 0);
		if (forecast || cannot || !r.taskData.families.includes(r.chemistry.family)) return null;
		const hours = roughHours(r, settings);
		return {
			sentence: `At ${text(amps(discharges(r, settings) ? settings.dischargeA! : settings.currentA))} this pack needs about ${hours.toFixed(0)} h, longer than anyone can stay with it: use a stronger channel.`
		};
	}
};
