import { amps, text, volts, watts } from '../../../quantity/format';
import { dischargeStartV } from '../../decide/discharge';
import { PRACTICE, type Rule } from '../../rule';

/** From this on a discharge is worth planning for, h. */
const LONG_H = 2;

export const dischargeFewWatts: Rule = {
	id: 'discharge-few-watts',
	title: 'A charger discharges with a few watts',
	severity: 'note',
	protects: 'result',
	when: 'discharging',
	source: PRACTICE,
	check({ r, settings, solved, forecast }) {
		const { dischargeA } = settings;
		if (dischargeA === null || !forecast) return null;
		const startV = dischargeStartV(r);
		const reachedA = r.channel.dischargePowerW / startV;
		const legH = Math.max(
			...forecast.best.legs.filter((l) => l.kind === 'discharge').map((l) => l.timeS / 3600)
		);
		const slow = legH >= LONG_H ? `the discharge takes about ${legH.toFixed(1)} h` : '';
		// What is reached at the end is keyed; more changes nothing.
		if (dischargeA > Math.max(reachedA, solved.dischargeA ?? 0) + 1e-9)
			return {
				sentence: `${text(watts(r.channel.dischargePowerW))} of discharge on ${text(volts(startV, 1))} is about ${text(amps(reachedA))}, whatever is set${slow ? `: ${slow}` : ''}.`
			};
		return slow
			? {
					sentence: `With ${text(watts(r.channel.dischargePowerW))} and ${text(amps(dischargeA))}, ${slow}: plan for it, somebody has to be there.`
				}
			: null;
	}
};
