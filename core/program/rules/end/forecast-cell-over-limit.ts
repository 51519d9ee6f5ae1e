import { watchesCells } from '../../../forecast/assume';
import { text, volts } from '../../../quantity/format';
import { floorToStep } from '../../../quantity/step';
import { everyCellReadWithinHour, endByTheSumV, unseenSpreadV } from '../../decide/end-voltage';
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
		const reaches = `${byMargin > forecast.highestCellV.p99 ? 'By what its cells may differ the highest' : 'In the forecast the highest cell'} reaches ${reach.toFixed(3)} V, above the ${cellMaxV.toFixed(2)} V limit.`;
		// Where each cell is watched already, balancing would not keep one lower.
		if (watchesCells(r) || r.pack.cells < 2) return { sentence: reaches };
		const step = r.channel.endVoltageStepV;
		const endV = step === null ? null : endByTheSumV(r);
		const set = endV === null ? null : floorToStep(endV, step!);
		const lower = set !== null && set < settings.endVoltageV - 1e-9;
		const read = everyCellReadWithinHour(r);
		const ways = [
			'use the balance lead',
			...(read ? [] : ['read every cell at rest within the hour before']),
			...(lower ? [`end it at ${text(volts(set))}`] : [])
		];
		return {
			sentence: `${reaches} The charger sees only the sum: ${ways.join(', or ')}.`,
			fix: lower
				? { label: `Set ${text(volts(set))}`, kind: 'set', set: { endVoltageV: set } }
				: read
					? undefined
					: { label: 'Read every cell', kind: 'go', to: 'read pack' }
		};
	}
};
