import { ratedAh } from '../../../pack/rated';
import { milliampHours, text } from '../../../quantity/format';
import { packModel } from '../../../forecast/assume';
import { afterwards } from '../../../simulate/afterwards';
import { PRACTICE, type Rule } from '../../rule';

const DAY_H = 24;

export const trickleTooMuch: Rule = {
	id: 'trickle-too-much',
	title: 'Trickle too much for the pack',
	severity: 'stop',
	protects: 'pack',
	when: 'charging',
	source: PRACTICE,
	check({ r, settings, forecast }) {
		const most = r.chemistry.rates.trickleMaxC;
		if (settings.trickleA === null || most === null) return null;
		const mostA = most * ratedAh(r.pack);
		const trickle = { kind: 'trickle', currentA: settings.trickleA } as const;
		const day = forecast && afterwards(packModel(r), forecast.best.endState, trickle, DAY_H);
		const warm = day
			? ` In a day ${text(milliampHours(day.chargeAh))} go in, of which ${Math.round(100 * Math.max(0, day.storedShare))} % is stored, and it stays ${day.warmerK.toFixed(0)} K warmer than the air.`
			: '';
		if (settings.trickleA <= mostA + 1e-9)
			return {
				severity: 'check',
				sentence: `A trickle of ${Math.round(settings.trickleA * 1000)} mA goes on as long as the pack is connected: time it, and take the pack away.${warm}`,
				fix: { label: 'Trickle off', kind: 'set', set: { trickleA: null } }
			};
		return {
			sentence: `${Math.round(settings.trickleA * 1000)} mA is too much trickle for ${text(milliampHours(ratedAh(r.pack)))} of ${r.chemistry.name}: at most ${Math.round(mostA * 1000)} mA, better none.${warm}`,
			fix: { label: 'Trickle off', kind: 'set', set: { trickleA: null } }
		};
	}
};
