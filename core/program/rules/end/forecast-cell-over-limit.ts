import { watchesCells } from '../../../forecast/assume';
import { unseenSpreadV } from '../../decide/end-voltage';
import type { Rule } from '../../rule';

export const forecastCellOverLimit: Rule = {
	id: 'forecast-cell-over-limit',
	title: 'A cell would pass its limit',
	severity: 'stop',
	protects: 'person',
	when: 'charging',
	fire: true,
	ofForecast: true,
	source:
		'IEC 62133-2 upper limit charging voltage, from memory; the forecast is this program’s own simulation.',
	check({ r, settings, forecast }) {
		if (!forecast) return null;
		const { cellMaxV } = r.chemistry.voltages;
		// Where only the sum is watched, what the cells may differ by counts however narrow the
		// forecast is.
		const unseenV = r.chemistry.traits.cellsDiffer && !watchesCells(r) ? unseenSpreadV(r) : 0;
		const byMargin = unseenV > 0 ? settings.endVoltageV + r.channel.voltageAccuracyV + unseenV : 0;
		const reach = Math.max(forecast.highestCellV.p99, byMargin);
		if (reach <= cellMaxV + 1e-6) return null;
		// Where each cell is watched already, balancing would not keep one lower.
		const blind = watchesCells(r) ? '' : ' The charger sees only the sum: use the balance lead.';
		return {
			sentence: `${byMargin > forecast.highestCellV.p99 ? 'By what its cells may differ the highest' : 'In the forecast the highest cell'} reaches ${reach.toFixed(3)} V, above the ${cellMaxV.toFixed(2)} V limit.${blind}`
		};
	}
};
